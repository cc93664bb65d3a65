package app.gemba.engine.desk;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Standing;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.DeskBook;
import app.gemba.core.desk.Spell;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;

/** A book of desks that remembers what it was told, in its order. */
final class DesksInMemory implements DeskBook {
  final List<String> log = new CopyOnWriteArrayList<>();
  volatile Optional<Long> promisedBy = Optional.empty();
  volatile Optional<CallInHand> unmarked = Optional.empty();
  volatile boolean agreed = true;

  @Override
  public void dialled(long attemptId, long agentId, Instant now) {
    log.add("dialled " + attemptId + " by " + agentId);
  }

  @Override
  public void answered(long attemptId, Instant now) {
    log.add("answered " + attemptId);
  }

  @Override
  public void keepMark(long attemptId, Optional<Choice> choice, String note) {
    log.add("marked " + attemptId);
  }

  @Override
  public void finish(long attemptId, Optional<Choice> choice, String note, Instant now) {
    String as = choice.map(one -> one.outcome().label()).orElse("-");
    log.add("finished " + attemptId + " " + as + " " + note);
  }

  @Override
  public Standing standing(long position, Channel channel, Purpose purpose, Instant now) {
    PhoneNumber number =
        new PhoneNumber(
            "+12075550001",
            LineType.LANDLINE_OR_MOBILE,
            "US",
            Set.of(ZoneId.of("America/New_York")));
    return new Standing(
        Optional.of(number), false, false, agreed ? Agreement.YES : Agreement.UNSAID);
  }

  @Override
  public void handedOver(long attemptId, String note, Instant now) {
    log.add("handed over " + attemptId);
  }

  @Override
  public List<Unmarked> unmarked(long agentId) {
    return unmarked.stream()
        .map(call -> new Unmarked(call.attemptId().orElseThrow(), call, "noted before"))
        .toList();
  }

  @Override
  public Optional<Long> promisedBy(long position) {
    return promisedBy;
  }

  @Override
  public void putBack(long position, Instant due, Instant now) {
    log.add("put back " + position);
  }

  @Override
  public void keepSpell(long agentId, long campaignId, Spell spell) {
    // Spells have tests of their own.
  }
}
