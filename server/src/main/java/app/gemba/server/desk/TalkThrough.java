package app.gemba.server.desk;

import app.gemba.core.channel.AgentContent.Answer;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.Recital;
import app.gemba.engine.Attendant;
import app.gemba.engine.CallUnderWay;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * A simulated agent who is on the line itself, by the time of the line: for calls that are held
 * faster than in life.
 */
public final class TalkThrough implements Attendant {
  private static final short[] SILENCE = new short[Line.FRAME];
  private static final long MOMENT = Line.samples(Duration.ofMillis(900));
  private static final long LONG_ENOUGH = Line.samples(Duration.ofSeconds(12));

  private final AgentTalk talk;
  private final Function<String, short[]> voice;
  private Optional<CallUnderWay> call = Optional.empty();
  private Recital saying = new Recital(SILENCE);
  private Optional<String> heard = Optional.empty();
  private String note = "";
  private boolean answered;
  private boolean done;
  private long since;

  /** With what to say, and a voice that makes sound of it. */
  public TalkThrough(List<String> script, List<Answer> answers, Function<String, short[]> voice) {
    this.talk = new AgentTalk(script, answers);
    this.voice = voice;
  }

  /** The call that it is on. */
  public void over(CallUnderWay is) {
    call = Optional.of(is);
  }

  /** How the agent marks it, of what the campaign has. */
  public AgentOutcome outcome(List<AgentOutcome> outcomes) {
    return talk.outcome(outcomes);
  }

  /** What the agent notes about it; may be blank. */
  public String note() {
    return note;
  }

  @Override
  public void ringing() {
    // It waits.
  }

  @Override
  public void answered() {
    answered = true;
  }

  @Override
  public void words(String words) {
    heard = Optional.of(words);
    since = 0;
    if (Understood.in(words).isPresent()) {
      note = "“" + words + "”";
    }
  }

  @Override
  public void heard(short[] frame) {
    since += frame.length;
  }

  @Override
  public short[] says() {
    boolean turn = heard.isPresent() && since >= MOMENT || since >= LONG_ENOUGH;
    if (saying.isOver() && answered && turn && !done) {
      answer(heard.orElse(""));
      heard = Optional.empty();
      since = 0;
    }
    return saying.isOver() ? SILENCE : saying.next();
  }

  private void answer(String words) {
    AgentTalk.Move move = talk.next(words);
    if (move instanceof AgentTalk.Move.Say say) {
      saying = new Recital(voice.apply(say.words()));
      call.ifPresent(is -> is.tell(say.words()));
      return;
    }
    done = true;
    call.ifPresent(
        move instanceof AgentTalk.Move.LeaveMessage
            ? CallUnderWay::leaveMessage
            : CallUnderWay::hangUp);
  }
}
