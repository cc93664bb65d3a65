package app.gemba.core.voice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Hears pure tones that last, in the sound of a line: a machine's beep, and the three tones of a
 * network. Not safe for use by several threads.
 */
public final class ToneDetector {
  /** 10 ms. */
  private static final int BLOCK = 80;

  /** 40 ms: long enough to tell a sine from two that are 40 Hz apart. */
  private static final int WINDOW = 320;

  /** What a window needs before it lies within a tone, and is no less a part of it. */
  private static final int EDGE_BLOCKS = WINDOW / BLOCK - 1;

  private static final int FEWEST_BLOCKS = 12;
  private static final int LONGEST_GAP_BLOCKS = 5;

  private final Consumer<Heard> ended;
  private final short[] window = new short[WINDOW];
  private final List<PureTone> tone = new ArrayList<>();
  private final List<Heard> sequence = new ArrayList<>();
  private long heard;

  /** A detector that tells each tone of at least 120 ms when it has ended. */
  public ToneDetector(Consumer<Heard> ended) {
    this.ended = ended;
  }

  /**
   * A tone that has ended.
   *
   * @param from the sample at which it began, counted from the first that was heard
   * @param samples how long it was
   */
  public record Heard(double hertz, long from, long samples) {
    /** The sample behind its last. */
    public long to() {
      return from + samples;
    }

    double seconds() {
      return (double) samples / Line.RATE;
    }
  }

  /** Hears some more of the line. */
  public void hear(short[] samples) {
    for (short sample : samples) {
      int at = WINDOW - BLOCK + (int) (heard % BLOCK);
      window[at] = sample;
      heard++;
      if (heard % BLOCK == 0) {
        look();
        System.arraycopy(window, BLOCK, window, 0, WINDOW - BLOCK);
      }
    }
  }

  /**
   * The information tone that the last three tones were; empty where they were none. Source of the
   * three ranges: ITU-T E.180, 950, 1400 and 1800 Hz, each within 50, with gaps of at most 30 ms.
   */
  public Optional<InformationTone> informationTone() {
    if (sequence.size() < 3) {
      return Optional.empty();
    }
    Heard first = sequence.get(0);
    Heard second = sequence.get(1);
    Heard third = sequence.get(2);
    boolean fits =
        Math.abs(first.hertz() - 950) <= 65
            && Math.abs(second.hertz() - 1_400) <= 65
            && Math.abs(third.hertz() - 1_800) <= 65
            && follows(first, second)
            && follows(second, third);
    return fits
        ? Optional.of(
            InformationTone.of(first.hertz(), first.seconds(), second.hertz(), second.seconds()))
        : Optional.empty();
  }

  private static boolean follows(Heard one, Heard next) {
    return next.from() - one.to() <= (long) LONGEST_GAP_BLOCKS * BLOCK;
  }

  private void look() {
    Optional<PureTone> now = PureTone.in(window);
    if (!tone.isEmpty() && now.filter(tone.get(tone.size() - 1)::isLike).isEmpty()) {
      end();
    }
    now.ifPresent(tone::add);
  }

  private void end() {
    int blocks = tone.size() + EDGE_BLOCKS;
    if (blocks >= FEWEST_BLOCKS) {
      double hertz = tone.stream().mapToDouble(PureTone::hertz).average().orElseThrow();
      long last = heard / BLOCK - 1;
      Heard is = new Heard(hertz, (last - blocks) * BLOCK, (long) blocks * BLOCK);
      if (sequence.size() == 3) {
        sequence.remove(0);
      }
      sequence.add(is);
      ended.accept(is);
    }
    tone.clear();
  }
}
