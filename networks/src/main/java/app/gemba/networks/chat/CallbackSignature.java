package app.gemba.networks.chat;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Signs by HMAC-SHA256 (RFC 2104, FIPS 180-4) over a time and a body, and checks it. */
public final class CallbackSignature {
  private static final String ALGORITHM = "HmacSHA256";

  /** What was signed longer ago than this is refused: it may have been caught and sent again. */
  public static final Duration LONGEST = Duration.ofMinutes(5);

  private final byte[] secret;

  /** With the secret that both sides know. */
  public CallbackSignature(String secret) {
    this.secret = secret.getBytes(StandardCharsets.UTF_8);
  }

  /** The signature as hexadecimal digits; the time is in seconds since 1970. */
  public String of(String time, String body) {
    try {
      Mac mac = Mac.getInstance(ALGORITHM);
      mac.init(new SecretKeySpec(secret, ALGORITHM));
      return HexFormat.of()
          .formatHex(mac.doFinal((time + "." + body).getBytes(StandardCharsets.UTF_8)));
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every Java has HMAC-SHA256", e);
    }
  }

  /** Whether a body was signed by somebody who knows the secret, and lately. */
  public boolean isGood(String time, String body, String signature, Instant machineNow) {
    if (!time.matches("\\d{1,12}")) {
      return false;
    }
    Duration age = Duration.between(Instant.ofEpochSecond(Long.parseLong(time)), machineNow).abs();
    byte[] expected = of(time, body).getBytes(StandardCharsets.US_ASCII);
    byte[] given = signature.getBytes(StandardCharsets.US_ASCII);
    return age.compareTo(LONGEST) <= 0 && MessageDigest.isEqual(expected, given);
  }
}
