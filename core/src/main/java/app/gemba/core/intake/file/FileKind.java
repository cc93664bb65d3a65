package app.gemba.core.intake.file;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/** Tells by its first bytes what a file is, whatever it is called. */
final class FileKind {
  private static final int SNIFFED = 4096;

  private FileKind() {}

  /**
   * The format of a file; text is {@link FileFormat#DELIMITED} unless it holds cards.
   *
   * @throws UnreadableFile naming what the file is where it is no table
   */
  static FileFormat of(Path file) throws IOException, UnreadableFile {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(SNIFFED);
    }
    if (startsWith(head, 'P', 'K', 3, 4)) {
      return requireWorkbook(file);
    }
    if (startsWith(head, 0xD0, 0xCF, 0x11, 0xE0)) {
      return FileFormat.OLD_WORKBOOK;
    }
    String other = nameOfOther(head);
    if (!other.isEmpty()) {
      throw new UnreadableFile(
          "This is "
              + other
              + ", not a table. Nothing was imported. Export the people as CSV, XLSX or vCard and"
              + " drop that file here.");
    }
    String begin = new String(head, StandardCharsets.UTF_8).replace("\uFEFF", "").stripLeading();
    return begin.regionMatches(true, 0, "BEGIN:VCARD", 0, 11)
        ? FileFormat.CARDS
        : FileFormat.DELIMITED;
  }

  private static FileFormat requireWorkbook(Path file) throws IOException, UnreadableFile {
    try (ZipFile zip = new ZipFile(file.toFile())) {
      ZipEntry workbook = zip.getEntry("xl/workbook.xml");
      if (workbook != null) {
        return FileFormat.WORKBOOK;
      }
    } catch (ZipException e) {
      throw new UnreadableFile(
          "This is a workbook or a ZIP archive, and it is damaged. Nothing was imported. Save it"
              + " again and drop that file here.");
    }
    throw new UnreadableFile(
        "This is a ZIP archive, not a workbook. Nothing was imported. Unpack it and drop the file"
            + " that is in it here.");
  }

  private static String nameOfOther(byte[] head) {
    if (startsWith(head, '%', 'P', 'D', 'F')) {
      return "a PDF";
    }
    if (startsWith(head, 0x1F, 0x8B)) {
      return "a compressed file";
    }
    if (startsWith(head, 0x89, 'P', 'N', 'G') || startsWith(head, 0xFF, 0xD8, 0xFF)) {
      return "a picture";
    }
    return "";
  }

  private static boolean startsWith(byte[] head, int... signature) {
    if (head.length < signature.length) {
      return false;
    }
    for (int i = 0; i < signature.length; i++) {
      if (head[i] != (byte) signature[i]) {
        return false;
      }
    }
    return true;
  }
}
