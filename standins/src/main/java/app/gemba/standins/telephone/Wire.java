package app.gemba.standins.telephone;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;

/**
 * The exchange's wire, a framed protocol of our own over TCP: for each frame its length behind the
 * length field, its kind, the caller's number for the call, the sample at which it belongs (8 kHz,
 * counted from the dialling), and what it carries.
 */
final class Wire {
  /** Caller: where from and where to, each as text, a line apart. */
  static final int DIAL = 1;

  /** Exchange: it rings there. */
  static final int RINGING = 2;

  /** Exchange: somebody or something has answered. */
  static final int ANSWERED = 3;

  /** Both ways: 20 ms of sound, 160 bytes of G.711 mu-law. */
  static final int SOUND = 4;

  /** Caller: puts the receiver down. */
  static final int HANG_UP = 5;

  /** Exchange: the call has ended; one byte, the cause of ITU-T Q.850. */
  static final int ENDED = 6;

  /** Both ways: what is said from here on, in words, beside the sound. */
  static final int WORDS = 7;

  private static final int HEAD = 13;
  private static final int LONGEST = 4_096;

  private Wire() {}

  /** One frame. */
  record Frame(int kind, int call, long sample, byte[] content) {
    String text() {
      return new String(content, StandardCharsets.UTF_8);
    }
  }

  static void write(DataOutputStream out, Frame frame) throws IOException {
    out.writeInt(HEAD + frame.content().length);
    out.writeByte(frame.kind());
    out.writeInt(frame.call());
    out.writeLong(frame.sample());
    out.write(frame.content());
  }

  static Frame read(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length < HEAD || length > LONGEST) {
      throw new IOException("a frame of " + length + " bytes is none of this wire");
    }
    int kind = in.readByte();
    int call = in.readInt();
    long sample = in.readLong();
    return new Frame(kind, call, sample, in.readNBytes(length - HEAD));
  }
}
