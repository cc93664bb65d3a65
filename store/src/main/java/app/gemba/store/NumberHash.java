package app.gemba.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.sqlite.Function;
import org.sqlite.SQLiteConnection;

/**
 * A keyed hash of a number (HMAC-SHA-256, RFC 2104): whoever has the number and the house's key can
 * tell that it is the same, and nobody can tell the number from it.
 */
final class NumberHash {
  private static final String NAME = "number_hash";
  private static final int KEY_BYTES = 32;

  private final SecretKeySpec key;

  private NumberHash(byte[] key) {
    this.key = new SecretKeySpec(key, "HmacSHA256");
  }

  /** With the key of a house, made where there is none yet. */
  static NumberHash of(Path secrets) throws IOException {
    Path file = secrets.resolve("number-key");
    if (!Files.exists(file)) {
      byte[] fresh = new byte[KEY_BYTES];
      new SecureRandom().nextBytes(fresh);
      Files.write(file, fresh);
      if (Files.getFileStore(file).supportsFileAttributeView("posix")) {
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
      }
    }
    return new NumberHash(Files.readAllBytes(file));
  }

  /** Makes the hash known to a connection, by whose triggers it is used. */
  void giveTo(Connection db) throws SQLException {
    Function.create(
        db.unwrap(SQLiteConnection.class),
        NAME,
        new Function() {
          @Override
          protected void xFunc() throws SQLException {
            result(of(value_text(0)));
          }
        });
  }

  /** The hash of a number in E.164 form. */
  String of(String e164) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(key);
      return HexFormat.of()
          .formatHex(mac.doFinal(e164.getBytes(java.nio.charset.StandardCharsets.US_ASCII)));
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every JDK has HMAC-SHA-256", e);
    }
  }
}
