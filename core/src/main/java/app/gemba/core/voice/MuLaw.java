package app.gemba.core.voice;

/**
 * G.711 mu-law, the companding of telephone lines in North America and Japan: 16-bit linear samples
 * as one byte each. Source: ITU-T G.711, table 2; the 14-bit levels of the standard are used scaled
 * to 16 bits, as is common practice.
 */
public final class MuLaw {
  private static final int BIAS = 0x84;
  private static final int CLIP = 32_635;
  private static final short[] LINEAR = new short[256];

  static {
    for (int code = 0; code < LINEAR.length; code++) {
      LINEAR[code] = expand((byte) code);
    }
  }

  private MuLaw() {}

  /** One sample as a byte. */
  public static byte encode(short linear) {
    int sign = linear < 0 ? 0x80 : 0;
    int magnitude = Math.min(CLIP, Math.abs((int) linear)) + BIAS;
    int segment = 31 - Integer.numberOfLeadingZeros(magnitude >> 7);
    int step = (magnitude >> (segment + 3)) & 0x0F;
    return (byte) ~(sign | segment << 4 | step);
  }

  /** One byte as a sample. */
  public static short decode(byte code) {
    return LINEAR[code & 0xFF];
  }

  /** Samples as bytes, one each. */
  public static byte[] encode(short[] linear) {
    byte[] codes = new byte[linear.length];
    for (int i = 0; i < linear.length; i++) {
      codes[i] = encode(linear[i]);
    }
    return codes;
  }

  /** Bytes as samples, one each. */
  public static short[] decode(byte[] codes) {
    short[] linear = new short[codes.length];
    for (int i = 0; i < codes.length; i++) {
      linear[i] = decode(codes[i]);
    }
    return linear;
  }

  private static short expand(byte code) {
    int bits = ~code & 0xFF;
    int segment = bits >> 4 & 0x07;
    int magnitude = ((bits & 0x0F) << 3) + BIAS << segment;
    return (short) ((bits & 0x80) != 0 ? BIAS - magnitude : magnitude - BIAS);
  }
}
