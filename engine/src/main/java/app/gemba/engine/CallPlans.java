package app.gemba.engine;

import app.gemba.core.campaign.Brief;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.CallPlan;
import app.gemba.core.voice.Speech;
import java.io.IOException;
import java.util.Map;

/** Makes what calls say: the words of a brief, spoken for each person, or the sound it names. */
public final class CallPlans {
  private final Speech speech;
  private final CallSounds sounds;

  /** With a voice, and the sounds of the house. */
  public CallPlans(Speech speech, CallSounds sounds) {
    this.speech = speech;
    this.sounds = sounds;
  }

  /** What somebody hears whose words are these. */
  public short[] message(Brief brief, String words) throws IOException {
    return brief.calls().soundId().isPresent()
        ? sounds.samples(brief.calls().soundId().get())
        : speech.say(words);
  }

  /**
   * All of a call that an agent holds.
   *
   * @param machine what a machine gets; nothing where none is left
   */
  public CallPlan attended(Brief brief, short[] machine) {
    return new CallPlan(brief.calls(), false, machine, Map.of(), CallPlan.USUAL_RINGING);
  }

  /** Words, spoken. */
  public short[] spoken(String words) {
    return speech.say(words);
  }

  /** A sound of the house. */
  public short[] sound(long id) throws IOException {
    return sounds.samples(id);
  }

  /** All of a call to somebody whose words are these. */
  public CallPlan plan(Brief brief, String words) throws IOException {
    return new CallPlan(
        brief.calls(),
        brief.channel() == Channel.VOICEMAIL_DROP,
        message(brief, words),
        Map.of(
            Outcome.CONFIRMED, speech.say("Thank you. Goodbye."),
            Outcome.ASKED_FOR_LATER, speech.say("We will call again later. Goodbye."),
            Outcome.OPTED_OUT_BY_KEY, speech.say("You will not be called again. Goodbye."),
            Outcome.RELEASED, speech.say("Sorry to have disturbed you. Goodbye.")),
        CallPlan.USUAL_RINGING);
  }
}
