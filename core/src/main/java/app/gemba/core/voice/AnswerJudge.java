package app.gemba.core.voice;

import java.time.Duration;
import java.util.Optional;

/**
 * Judges from the sound of the first seconds whether a person or a machine has answered: people say
 * a few words and wait, greetings go on or end in a beep. A first cut by length and rhythm alone
 * (common practice), with no model of speech. Not safe for use by several threads.
 */
public final class AnswerJudge {
  private static final Duration SPOKE_AND_WAITS = Duration.ofMillis(700);
  private static final Duration TALKS_ON = Duration.ofMillis(2_000);
  private static final Duration NOBODY_SPOKE = Duration.ofMillis(4_000);
  private static final Duration SHORTEST_BEEP = Duration.ofMillis(120);
  private static final Duration SHORTEST_WORD = Duration.ofMillis(100);
  private static final double OVER_NOISE_DB = 10;
  private static final double QUIETEST_SPEECH_DBM0 = -42;
  private static final int FRAMES_OF_A_BREATH = 15;

  private final ToneDetector tones = new ToneDetector(tone -> {});
  private final short[] frame = new short[Line.FRAME];
  private Optional<Answer> verdict = Optional.empty();
  private double noise = -60;
  private long heard;
  private int spoken;
  private int pause;
  private int silence;
  private int beep;

  /** Hears some more of the line; once there is a verdict, nothing more is needed. */
  public Optional<Answer> hear(short[] samples) {
    tones.hear(samples);
    for (short sample : samples) {
      frame[(int) (heard % Line.FRAME)] = sample;
      heard++;
      if (heard % Line.FRAME == 0 && verdict.isEmpty()) {
        verdict = look();
      }
    }
    return verdict;
  }

  /** What has been found; empty as long as nothing is sure. */
  public Optional<Answer> verdict() {
    return verdict;
  }

  private Optional<Answer> look() {
    if (tones.informationTone().filter(InformationTone::isOutOfService).isPresent()) {
      return Optional.of(Answer.OUT_OF_SERVICE);
    }
    double level = Line.level(Line.meanSquare(frame, 0, Line.FRAME));
    boolean pure = PureTone.in(frame).isPresent();
    beep = pure ? beep + 1 : 0;
    if (time(beep).compareTo(SHORTEST_BEEP) >= 0 && spoken > 0) {
      return Optional.of(Answer.MACHINE);
    }
    boolean speech = !pure && level > Math.max(QUIETEST_SPEECH_DBM0, noise + OVER_NOISE_DB);
    if (speech) {
      // Breaths within a sentence belong to it.
      spoken += 1 + (spoken > 0 && pause < FRAMES_OF_A_BREATH ? pause : 0);
      pause = 0;
    } else {
      noise = 0.9 * noise + 0.1 * Math.max(-70, Math.min(level, -35));
      pause++;
      silence += spoken == 0 ? 1 : 0;
    }
    return judge();
  }

  private Optional<Answer> judge() {
    if (time(spoken).compareTo(TALKS_ON) >= 0) {
      return Optional.of(Answer.MACHINE);
    }
    if (time(spoken).compareTo(SHORTEST_WORD) >= 0 && time(pause).compareTo(SPOKE_AND_WAITS) >= 0) {
      return Optional.of(Answer.PERSON);
    }
    return time(silence).compareTo(NOBODY_SPOKE) >= 0
        ? Optional.of(Answer.SILENCE)
        : Optional.empty();
  }

  private static Duration time(int frames) {
    return Line.span((long) frames * Line.FRAME);
  }
}
