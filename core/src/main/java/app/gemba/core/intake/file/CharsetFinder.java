package app.gemba.core.intake.file;

import com.ibm.icu.text.CharsetDetector;
import com.ibm.icu.text.CharsetMatch;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Finds the encoding of a text: by its byte-order mark; by the zero bytes of UTF-16; as UTF-8 where
 * all of it is; else by ICU's detector, and as Windows-1252 where that is not sure. Encodings that
 * differ by a few letters alone cannot be told apart by anybody: the operator may choose.
 */
final class CharsetFinder {
  /** What is offered to be chosen, most likely first. */
  static final List<String> OFFERED =
      List.of(
          "UTF-8",
          "windows-1252",
          "UTF-16LE",
          "UTF-16BE",
          "ISO-8859-15",
          "ISO-8859-2",
          "windows-1250",
          "windows-1251",
          "x-MacRoman",
          "Shift_JIS",
          "GB18030",
          "Big5",
          "EUC-KR");

  private static final int SNIFFED = 64 * 1024;
  private static final int SURE = 60;
  private static final double MANY_ZEROS = 0.3;

  private CharsetFinder() {}

  static String find(Path file) throws IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(SNIFFED);
    }
    if (head.length >= 2 && head[0] == (byte) 0xFF && head[1] == (byte) 0xFE) {
      return "UTF-16LE";
    }
    if (head.length >= 2 && head[0] == (byte) 0xFE && head[1] == (byte) 0xFF) {
      return "UTF-16BE";
    }
    if (zeros(head, 1) > MANY_ZEROS && zeros(head, 0) == 0) {
      return "UTF-16LE";
    }
    if (zeros(head, 0) > MANY_ZEROS && zeros(head, 1) == 0) {
      return "UTF-16BE";
    }
    return isUtf8(file) ? "UTF-8" : detected(head);
  }

  /** The share of zeros among the bytes at odd or at even places. */
  private static double zeros(byte[] head, int from) {
    int zeros = 0;
    int all = 0;
    for (int i = from; i < head.length; i += 2) {
      all++;
      zeros += head[i] == 0 ? 1 : 0;
    }
    return all == 0 ? 0 : (double) zeros / all;
  }

  private static String detected(byte[] head) {
    CharsetMatch match = new CharsetDetector().setText(head).detect();
    if (match == null
        || match.getConfidence() < SURE
        || match.getName().startsWith("ISO-8859-1")
        || match.getName().startsWith("UTF-")
        || !Charset.isSupported(match.getName())) {
      return "windows-1252";
    }
    return match.getName();
  }

  /** A character cut in half by the end of the file does not make it another encoding. */
  private static boolean isUtf8(Path file) throws IOException {
    CharsetDecoder decoder =
        StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);
    ByteBuffer bytes = ByteBuffer.allocate(1 << 16);
    CharBuffer chars = CharBuffer.allocate(1 << 16);
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      while (channel.read(bytes) >= 0) {
        bytes.flip();
        if (decoder.decode(bytes, chars, false).isError()) {
          return false;
        }
        chars.clear();
        bytes.compact();
      }
    }
    return true;
  }
}
