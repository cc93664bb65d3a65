package app.gemba.networks.telephone;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;

/**
 * A frame of the exchange's wire: its length behind the length field, its kind, our number for the
 * call, the sample at which it belongs, and what it carries.
 */
record ExchangeFrame(int kind, int call, long sample, byte[] content) {
  static final int DIAL = 1;
  static final int RINGING = 2;
  static final int ANSWERED = 3;
  static final int SOUND = 4;
  static final int HANG_UP = 5;
  static final int ENDED = 6;
  static final int WORDS = 7;

  private static final int HEAD = 13;
  private static final int LONGEST = 4_096;

  void write(DataOutputStream out) throws IOException {
    out.writeInt(HEAD + content.length);
    out.writeByte(kind);
    out.writeInt(call);
    out.writeLong(sample);
    out.write(content);
  }

  static ExchangeFrame read(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length < HEAD || length > LONGEST) {
      throw new IOException("a frame of " + length + " bytes is none of this wire");
    }
    return new ExchangeFrame(
        in.readByte(), in.readInt(), in.readLong(), in.readNBytes(length - HEAD));
  }
}
