package app.gemba.server.calls;

import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.Envelope;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.Mark;
import app.gemba.core.voice.WaveFile;
import app.gemba.engine.CallPlans;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.campaigns.SpokenText;
import app.gemba.store.CallStore;
import app.gemba.store.CallStore.Call;
import app.gemba.store.CampaignStore;
import app.gemba.store.Refused;
import app.gemba.store.SoundStore;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What calls will say, and what was heard in those that were made. */
@RestController
@RequestMapping("/api/v1")
class CallController {
  private static final int PICTURE_WIDTH = 600;

  private final CallStore calls;
  private final CampaignStore campaigns;
  private final SoundStore sounds;
  private final SpokenText spoken;
  private final CallPlans plans;

  CallController(
      CallStore calls,
      CampaignStore campaigns,
      SoundStore sounds,
      SpokenText spoken,
      CallPlans plans) {
    this.calls = calls;
    this.campaigns = campaigns;
    this.sounds = sounds;
    this.spoken = spoken;
    this.plans = plans;
  }

  /** Something recognised in a call, in seconds from the dialling. */
  record MarkView(double at, Mark.Kind kind, String detail) {}

  /** A call to somebody. */
  record CallView(
      long attemptId,
      Instant at,
      String number,
      int attempt,
      Outcome outcome,
      String words,
      double answeredSeconds,
      double heardSeconds,
      double messageSeconds,
      String key,
      String cause,
      long costMicros,
      List<MarkView> marks) {}

  /**
   * A picture of a call: how loud each side was, from 0 to 1, in so many slices of its length.
   *
   * @param seconds 0 where no sound was kept
   */
  record CallPicture(double seconds, List<Double> heard, List<Double> said) {}

  /** What somebody of a draft's audience will hear: the one named, else the first. */
  @GetMapping(value = "/campaigns/{id}/spoken.wav", produces = "audio/wav")
  @Needs(Permission.SEE_CAMPAIGNS)
  byte[] spoken(@PathVariable long id, @RequestParam Optional<Long> personId) throws IOException {
    return WaveFile.of(
        List.of(plans.message(campaigns.get(id).brief(), spoken.wordsFor(id, personId))));
  }

  @GetMapping("/campaigns/{id}/people/{position}/calls")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<CallView> memberCalls(@PathVariable long id, @PathVariable long position) {
    campaigns.get(id);
    return calls.ofMember(id, position).stream().map(CallController::shown).toList();
  }

  @GetMapping("/calls/{attempt}/picture")
  @Needs(Permission.SEE_CAMPAIGNS)
  CallPicture callPicture(@PathVariable long attempt) throws IOException {
    call(attempt);
    Optional<List<short[]>> sides = sounds.recording(attempt);
    if (sides.isEmpty()) {
      return new CallPicture(0, List.of(), List.of());
    }
    short[] heard = sides.get().get(0);
    short[] said = sides.get().get(1);
    return new CallPicture(
        (double) heard.length / Line.RATE,
        Envelope.of(heard, PICTURE_WIDTH),
        Envelope.of(said, PICTURE_WIDTH));
  }

  /** Both sides of a call: theirs on the left, ours on the right. */
  @GetMapping(value = "/calls/{attempt}/sound.wav", produces = "audio/wav")
  @Needs(Permission.SEE_NUMBERS)
  byte[] callSound(@PathVariable long attempt) throws IOException {
    call(attempt);
    return WaveFile.of(sounds.recording(attempt).orElseThrow(() -> Refused.notFound("recording")));
  }

  private Call call(long attempt) {
    return calls.get(attempt).orElseThrow(() -> Refused.notFound("call"));
  }

  private static CallView shown(Call call) {
    return new CallView(
        call.attemptId(),
        call.at(),
        Caller.shown(call.number()),
        call.attempt(),
        call.outcome(),
        call.outcome().words(),
        call.answeredMillis() / 1_000.0,
        call.heardMillis() / 1_000.0,
        call.messageMillis() / 1_000.0,
        call.key(),
        call.cause().name(),
        call.costMicros(),
        call.marks().stream()
            .map(
                mark ->
                    new MarkView((double) mark.sample() / Line.RATE, mark.kind(), mark.detail()))
            .toList());
  }
}
