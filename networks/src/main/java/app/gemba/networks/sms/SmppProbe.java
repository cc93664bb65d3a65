package app.gemba.networks.sms;

import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import org.jsmpp.bean.BindType;
import org.jsmpp.bean.InterfaceVersion;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.session.BindParameter;
import org.jsmpp.session.SMPPSession;

/** Tries whether a message centre lets us in, and leaves again. */
public final class SmppProbe {
  private static final Duration WITHIN = Duration.ofSeconds(5);

  private SmppProbe() {}

  /** Empty where it did; else what it, or the way there, said. */
  public static Optional<String> problemWith(SmppSettings settings) {
    SMPPSession session = new SMPPSession();
    session.setTransactionTimer(WITHIN.toMillis());
    try {
      session.connectAndBind(
          settings.host(),
          settings.port(),
          new BindParameter(
              BindType.BIND_TX,
              settings.systemId(),
              settings.password(),
              "gemba",
              TypeOfNumber.UNKNOWN,
              NumberingPlanIndicator.UNKNOWN,
              null,
              InterfaceVersion.IF_34),
          WITHIN.toMillis());
      return Optional.empty();
    } catch (IOException e) {
      Throwable cause = e.getCause() == null ? e : e.getCause();
      return Optional.of(
          Optional.ofNullable(cause.getMessage()).orElse(cause.getClass().getSimpleName()));
    } finally {
      session.unbindAndClose();
    }
  }
}
