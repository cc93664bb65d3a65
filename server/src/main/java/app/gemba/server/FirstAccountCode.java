package app.gemba.server;

import app.gemba.store.AccountStore;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.springframework.stereotype.Component;

/** The code with which the first account can be made from another machine. New at every start. */
@Component
public class FirstAccountCode {
  private final AccountStore accounts;
  private final String code;

  FirstAccountCode(AccountStore accounts) {
    this.accounts = accounts;
    byte[] random = new byte[6];
    new SecureRandom().nextBytes(random);
    this.code = HexFormat.ofDelimiter("-").formatHex(random);
  }

  /** What the console says about the first account; blank where there is one. */
  String told() {
    return accounts.isEmpty()
        ? "There is no account yet. Make the first one in a browser on this machine, or on another"
            + " one with the code "
            + code
        : "";
  }

  /** Whether this is the code. */
  public boolean matches(String typed) {
    return MessageDigest.isEqual(
        code.getBytes(StandardCharsets.UTF_8), typed.strip().getBytes(StandardCharsets.UTF_8));
  }
}
