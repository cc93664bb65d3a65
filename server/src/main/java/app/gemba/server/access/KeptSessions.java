package app.gemba.server.access;

import app.gemba.store.AccountStore;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.ObjectInputFilter;
import java.io.ObjectInputStream;
import java.io.ObjectOutputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.session.MapSession;
import org.springframework.session.SessionRepository;
import org.springframework.stereotype.Component;

/** Sessions in the house's own database, so that they outlast a restart. */
@Component
class KeptSessions implements SessionRepository<MapSession> {
  private static final Logger LOG = LoggerFactory.getLogger(KeptSessions.class);
  private static final Duration LIFE = Duration.ofDays(14);

  /** Use within this time of the last is not worth a write. */
  private static final Duration STALE_AFTER = Duration.ofMinutes(10);

  private static final String KEPT_AT = "gemba.keptAt";
  private static final ObjectInputFilter OURS =
      ObjectInputFilter.Config.createFilter(
          "java.**;app.gemba.server.access.*;org.springframework.security.**;"
              + "org.springframework.session.*;!*");

  private final AccountStore accounts;

  KeptSessions(AccountStore accounts) {
    this.accounts = accounts;
  }

  @Override
  public MapSession createSession() {
    MapSession session = new MapSession();
    session.setMaxInactiveInterval(LIFE);
    return session;
  }

  @Override
  public void save(MapSession session) {
    boolean renamed = !session.getId().equals(session.getOriginalId());
    Optional<String> who = login(session);
    // Nobody's session is worth keeping; a stranger cannot fill the database with them.
    if (who.isEmpty() || (!renamed && keptLately(session, who.get()))) {
      return;
    }
    if (renamed) {
      accounts.dropSession(session.getOriginalId());
    }
    session.setAttribute(KEPT_AT, Instant.now() + " " + who.get());
    accounts.keepSession(
        session.getId(), who, write(session), Instant.now().plus(LIFE).toEpochMilli());
  }

  @Override
  public MapSession findById(String id) {
    Optional<MapSession> found = accounts.session(id).flatMap(kept -> read(kept.content()));
    if (found.isPresent() && found.get().isExpired()) {
      accounts.dropSession(id);
      return null;
    }
    return found.orElse(null);
  }

  @Override
  public void deleteById(String id) {
    accounts.dropSession(id);
  }

  @Scheduled(fixedDelay = 3_600_000, initialDelay = 60_000)
  void dropEnded() {
    accounts.dropSessionsEndedBefore(System.currentTimeMillis());
  }

  private static boolean keptLately(MapSession session, String who) {
    String kept = session.<String>getAttributeOrDefault(KEPT_AT, "");
    int blank = kept.indexOf(' ');
    return blank > 0
        && kept.substring(blank + 1).equals(who)
        && Instant.parse(kept.substring(0, blank)).isAfter(Instant.now().minus(STALE_AFTER));
  }

  private static Optional<String> login(MapSession session) {
    return Optional.ofNullable(session.<SecurityContext>getAttribute("SPRING_SECURITY_CONTEXT"))
        .map(context -> context.getAuthentication().getPrincipal())
        .filter(SignedIn.class::isInstance)
        .map(who -> ((SignedIn) who).login());
  }

  private static byte[] write(MapSession session) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ObjectOutputStream out = new ObjectOutputStream(bytes)) {
      out.writeObject(session);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  /** A session that an older version wrote and this one cannot read is no session. */
  private static Optional<MapSession> read(byte[] content) {
    try (ObjectInputStream in = new ObjectInputStream(new ByteArrayInputStream(content))) {
      in.setObjectInputFilter(OURS);
      return Optional.of((MapSession) in.readObject());
    } catch (IOException | ClassNotFoundException e) {
      LOG.info("a session could not be read: {}", e.getMessage());
      return Optional.empty();
    }
  }
}
