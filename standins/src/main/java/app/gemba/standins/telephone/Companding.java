package app.gemba.standins.telephone;

/** G.711 mu-law by its formula, sample by sample (ITU-T G.711). */
final class Companding {
  private static final byte[] CODES = new byte[65_536];

  static {
    for (int linear = -32_768; linear < 32_768; linear++) {
      CODES[linear & 0xFFFF] = code(linear);
    }
  }

  private Companding() {}

  static byte[] compress(short[] linear) {
    byte[] codes = new byte[linear.length];
    for (int i = 0; i < linear.length; i++) {
      codes[i] = CODES[linear[i] & 0xFFFF];
    }
    return codes;
  }

  static short[] expand(byte[] codes) {
    short[] linear = new short[codes.length];
    for (int i = 0; i < codes.length; i++) {
      linear[i] = sample(codes[i]);
    }
    return linear;
  }

  /** Of all codes, the standard's decision levels choose the one whose segment holds the sample. */
  private static byte code(int linear) {
    int magnitude = Math.min(Math.abs(linear), 32_635) + 132;
    int exponent = 7;
    while (exponent > 0 && magnitude < 128 << exponent) {
      exponent--;
    }
    int mantissa = magnitude >> exponent + 3 & 15;
    return (byte) ((linear < 0 ? 0 : 128) | ~(exponent << 4 | mantissa) & 127);
  }

  private static short sample(byte code) {
    int exponent = ~code >> 4 & 7;
    int mantissa = ~code & 15;
    int magnitude = ((2 * mantissa + 33) << exponent) - 33 << 2;
    return (short) (code < 0 ? magnitude : -magnitude);
  }
}
