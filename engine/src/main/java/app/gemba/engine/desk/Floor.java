package app.gemba.engine.desk;

import app.gemba.core.desk.DeskBook;
import app.gemba.core.desk.DeskBook.Unmarked;
import app.gemba.core.desk.Spell;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** All desks. */
public final class Floor {
  private final DeskBook book;
  private final Clock clock;
  private final KeptInTurn kept;
  private final Map<Long, Seat> seats = new ConcurrentHashMap<>();

  /** An empty floor; what agents did for how long is kept by a thread of its own. */
  Floor(DeskBook book, Clock clock, KeptInTurn kept) {
    this.book = book;
    this.clock = clock;
    this.kept = kept;
  }

  /** An agent's desk, whether they sit at it or not. */
  public Seat seat(long agent) {
    return seats.computeIfAbsent(agent, id -> new Seat(id, clock, new Kept()));
  }

  /** All desks that somebody has sat at since the start. */
  public List<Seat> seats() {
    return seats.values().stream().sorted(Comparator.comparing(Seat::agentId)).toList();
  }

  /**
   * An agent sits down. A call of theirs that was cut off and is not marked comes first.
   *
   * @throws app.gemba.core.desk.NotNow where they sit already
   */
  public void signOn(long agent, Sitting sitting) {
    Seat seat = seat(agent);
    seat.signOn(sitting);
    Optional<Unmarked> first =
        book.unmarked(agent).stream()
            .filter(one -> one.call().campaignId() == sitting.campaignId())
            .findFirst();
    first.ifPresent(one -> seat.resume(one.call(), one.note()));
  }

  /** How many agents can be shown or given somebody of a campaign. */
  int free(long campaign) {
    return (int) seats.values().stream().filter(seat -> seat.isFree(campaign)).count();
  }

  /** A desk that is free for somebody of a campaign: that of the one who promised to call them. */
  Optional<Seat> freeFor(long campaign, Optional<Long> promisedBy) {
    List<Seat> free = seats().stream().filter(seat -> seat.isFree(campaign)).toList();
    return free.stream()
        .filter(seat -> promisedBy.equals(Optional.of(seat.agentId())))
        .findFirst()
        .or(() -> free.stream().min(Comparator.comparing(seat -> seat.view().desk().since())));
  }

  private final class Kept implements Seat.SeatBook {
    @Override
    public void spell(long agent, long campaign, Spell spell) {
      kept.later(() -> book.keepSpell(agent, campaign, spell));
    }

    @Override
    public void answered(long attempt) {
      Instant now = clock.instant();
      kept.later(() -> book.answered(attempt, now));
    }
  }
}
