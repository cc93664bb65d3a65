package app.gemba.core.voice;

import app.gemba.core.voice.Correlator.Found;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Hears keys pressed in the sound of a line, sample by sample. Frequencies are those of ITU-T Q.23;
 * what is accepted and refused follows ITU-T Q.24 (from memory): a frequency within 1.5 % is
 * accepted and one beyond 3.5 % refused, a key of 40 ms is accepted and one below 23 ms refused, a
 * gap of 40 ms parts two keys and one of 10 ms does not, the high tone may be 4 dB stronger than
 * the low one and 8 dB weaker. Not safe for use by several threads.
 */
public final class KeyDetector {
  private static final int WINDOW = 192;

  /** 2.5 ms: fine enough to tell 23 ms from 40. */
  private static final int HOP = 20;

  private static final double FARTHEST_OFF = 0.025;
  private static final double QUIETEST_DBM0 = -36;
  private static final double LEAST_SHARE = 0.6;

  /** A key that fills a quarter of the window is this much quieter in all of it. */
  private static final double QUARTER_FULL_DB = 6;

  private static final double HIGH_OVER_LOW_DB = 4.5;
  private static final double LOW_OVER_HIGH_DB = 8.5;
  private static final double OVER_OTHERS_DB = 6;

  /** Windows wholly in tune: at most 5 for a tone of 23 ms, at least 10 for one of 40. */
  private static final int FEWEST_HOPS = 8;

  private static final int HOPS_OF_A_GAP = 10;

  private final short[] ring = new short[WINDOW];
  private final List<Correlator> low =
      Key.LOW.stream().map(hertz -> new Correlator(hertz, WINDOW)).toList();
  private final List<Correlator> high =
      Key.HIGH.stream().map(hertz -> new Correlator(hertz, WINDOW)).toList();
  private final Consumer<Key> pressed;
  private long heard;
  private List<Found> lowBefore = List.of();
  private List<Found> highBefore = List.of();
  private Optional<Press> press = Optional.empty();

  /** A detector that tells each key once, as soon as it has sounded for long enough. */
  public KeyDetector(Consumer<Key> pressed) {
    this.pressed = pressed;
  }

  /** A key that may be sounding. */
  private static final class Press {
    private final Key key;
    private final List<Double> amplitudes = new ArrayList<>();
    private double loudest;
    private int quiet;
    private boolean told;

    Press(Key key) {
      this.key = key;
    }

    void add(double amplitude) {
      loudest = Math.max(loudest, amplitude);
      if (amplitudes.size() < 4 * FEWEST_HOPS) {
        amplitudes.add(amplitude);
      }
      quiet = amplitude < loudest / 2 ? quiet + 1 : 0;
    }

    /** Half its strength is where a tone ends. */
    boolean isLongEnough() {
      return amplitudes.stream().filter(one -> one >= loudest / 2).count() >= FEWEST_HOPS;
    }
  }

  /** Hears some more of the line. */
  public void hear(short[] samples) {
    for (short sample : samples) {
      ring[(int) (heard % WINDOW)] = sample;
      heard++;
      if (heard >= WINDOW && heard % HOP == 0) {
        look();
      }
    }
  }

  private void look() {
    if (press.isEmpty() && isQuiet()) {
      lowBefore = List.of();
      highBefore = List.of();
      return;
    }
    int from = (int) (heard % WINDOW);
    List<Found> lows = low.stream().map(one -> one.at(ring, from)).toList();
    List<Found> highs = high.stream().map(one -> one.at(ring, from)).toList();
    int l = strongest(lows);
    int h = strongest(highs);
    double amplitude = Math.min(lows.get(l).amplitude(), highs.get(h).amplitude());
    boolean sounds =
        isPair(lows.get(l).amplitude(), highs.get(h).amplitude())
            && isAlone(lows, l)
            && isAlone(highs, h)
            && !lowBefore.isEmpty()
            && isInTune(Key.LOW.get(l), lowBefore.get(l), lows.get(l))
            && isInTune(Key.HIGH.get(h), highBefore.get(h), highs.get(h));
    lowBefore = lows;
    highBefore = highs;
    follow(sounds ? Optional.of(Key.at(l, h)) : Optional.empty(), amplitude);
  }

  /** Whether nothing in the window is as loud as a key, so that there is nothing to look for. */
  private boolean isQuiet() {
    return Line.level(Line.meanSquare(ring, 0, WINDOW)) < QUIETEST_DBM0 - QUARTER_FULL_DB;
  }

  private void follow(Optional<Key> key, double amplitude) {
    if (key.isPresent() && press.filter(one -> one.key == key.get()).isEmpty()) {
      press = Optional.of(new Press(key.get()));
    }
    if (press.isEmpty()) {
      return;
    }
    Press now = press.get();
    now.add(key.isPresent() ? amplitude : 0);
    if (!now.told && now.isLongEnough()) {
      now.told = true;
      pressed.accept(now.key);
    }
    if (now.quiet >= HOPS_OF_A_GAP) {
      press = Optional.empty();
    }
  }

  private static int strongest(List<Found> group) {
    int best = 0;
    for (int i = 1; i < group.size(); i++) {
      best = group.get(i).amplitude() > group.get(best).amplitude() ? i : best;
    }
    return best;
  }

  /** Two tones of fit strength that are most of what is heard: speech is not. */
  private boolean isPair(double lowTone, double highTone) {
    if (Math.min(lowTone, highTone) < Line.amplitude(QUIETEST_DBM0)) {
      return false;
    }
    double twist = 20 * Math.log10(highTone / lowTone);
    if (twist > HIGH_OVER_LOW_DB || twist < -LOW_OVER_HIGH_DB) {
      return false;
    }
    return (lowTone * lowTone + highTone * highTone) / 2 >= LEAST_SHARE * weightedMeanSquare();
  }

  /** Mean square under the same window, so that a window half full of tone compares with itself. */
  private double weightedMeanSquare() {
    double sum = 0;
    double weights = 0;
    for (int i = 0; i < WINDOW; i++) {
      double weight = 1 - Math.cos(2 * Math.PI * (i + 0.5) / WINDOW);
      short sample = ring[(int) ((heard + i) % WINDOW)];
      sum += weight * sample * sample;
      weights += weight;
    }
    return sum / weights;
  }

  private static boolean isAlone(List<Found> group, int strongest) {
    double limit = group.get(strongest).amplitude() / Math.pow(10, OVER_OTHERS_DB / 20);
    for (int i = 0; i < group.size(); i++) {
      if (i != strongest && group.get(i).amplitude() > limit) {
        return false;
      }
    }
    return true;
  }

  /** How far the phase has come since the last window tells the frequency much finer than a bin. */
  private static boolean isInTune(int hertz, Found before, Found now) {
    double expected = 2 * Math.PI * hertz * HOP / Line.RATE;
    double ahead = Math.IEEEremainder(now.phase() - before.phase() - expected, 2 * Math.PI);
    double off = ahead * Line.RATE / (2 * Math.PI * HOP);
    return Math.abs(off) <= FARTHEST_OFF * hertz;
  }
}
