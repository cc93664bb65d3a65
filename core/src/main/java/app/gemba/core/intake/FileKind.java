package app.gemba.core.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** Tells a text file in UTF-8 from everything else that may carry its name. */
final class FileKind {
  private static final int SNIFFED = 4096;

  private FileKind() {}

  /**
   * Returns quietly for a UTF-8 text.
   *
   * @throws UnreadableFile naming what the file is instead
   */
  static void requireText(Path file) throws IOException, UnreadableFile {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(SNIFFED);
    }
    String kind = binaryKind(head);
    if (!kind.isEmpty()) {
      throw new UnreadableFile(
          "This is "
              + kind
              + ", not a table in text form. Nothing was imported. Save it as CSV (UTF-8) and drop"
              + " that file here.");
    }
    requireUtf8(file);
  }

  private static String binaryKind(byte[] head) {
    if (startsWith(head, 'P', 'K', 3, 4)) {
      return "a workbook or a ZIP archive";
    }
    if (startsWith(head, 0xD0, 0xCF, 0x11, 0xE0)) {
      return "an old workbook";
    }
    if (startsWith(head, '%', 'P', 'D', 'F')) {
      return "a PDF";
    }
    if (startsWith(head, 0x1F, 0x8B)) {
      return "a compressed file";
    }
    if (startsWith(head, 0x89, 'P', 'N', 'G') || startsWith(head, 0xFF, 0xD8, 0xFF)) {
      return "a picture";
    }
    if (startsWith(head, 0xFF, 0xFE) || startsWith(head, 0xFE, 0xFF)) {
      return "a text in UTF-16";
    }
    return "";
  }

  private static boolean startsWith(byte[] head, int... signature) {
    byte[] bytes = new byte[signature.length];
    for (int i = 0; i < signature.length; i++) {
      bytes[i] = (byte) signature[i];
    }
    return head.length >= bytes.length
        && Arrays.equals(head, 0, bytes.length, bytes, 0, bytes.length);
  }

  /** A character cut in half by the end of the file is the broken tail's matter, not this one's. */
  private static void requireUtf8(Path file) throws IOException, UnreadableFile {
    CharsetDecoder decoder =
        StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);
    ByteBuffer bytes = ByteBuffer.allocate(1 << 16);
    var chars = java.nio.CharBuffer.allocate(1 << 16);
    try (var channel = Files.newByteChannel(file)) {
      while (channel.read(bytes) >= 0) {
        bytes.flip();
        CoderResult result = decoder.decode(bytes, chars, false);
        if (result.isError()) {
          result.throwException();
        }
        if (containsNul(chars)) {
          throw new UnreadableFile(
              "This file holds binary data, not text. Nothing was imported. Save it as CSV (UTF-8)"
                  + " and drop that file here.");
        }
        chars.clear();
        bytes.compact();
      }
    } catch (CharacterCodingException e) {
      throw new UnreadableFile(
          "This file is not in UTF-8. Nothing was imported. Save it again as CSV (UTF-8) and drop"
              + " that file here.");
    }
  }

  private static boolean containsNul(java.nio.CharBuffer chars) {
    for (int i = 0; i < chars.position(); i++) {
      if (chars.get(i) == 0) {
        return true;
      }
    }
    return false;
  }
}
