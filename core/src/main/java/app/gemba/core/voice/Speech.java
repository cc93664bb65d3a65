package app.gemba.core.voice;

import com.sun.speech.freetts.Voice;
import com.sun.speech.freetts.audio.NullAudioPlayer;
import com.sun.speech.freetts.en.us.cmu_us_kal.KevinVoiceDirectory;
import java.io.ByteArrayOutputStream;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import javax.sound.sampled.AudioFormat;

/**
 * Speaks texts by the FreeTTS library, at the rate of a telephone line. What was said lately is
 * kept, since a campaign says much the same to many. Safe for use by several threads, which speak
 * one after another.
 */
public final class Speech {
  private static final int KEPT = 200;
  private static final int TAPS = 31;
  private static final double HIGHEST_HERTZ = 3_300;
  private static final double[] LOW_PASS = lowPass();

  private Optional<Voice> voice = Optional.empty();
  private final Map<String, short[]> said =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, short[]> eldest) {
          return size() > KEPT;
        }
      };

  /** A text, spoken; the caller does not change the samples. */
  public synchronized short[] say(String text) {
    return said.computeIfAbsent(text, this::speak);
  }

  private short[] speak(String text) {
    if (text.isBlank()) {
      return new short[0];
    }
    Collector collector = new Collector();
    Voice speaker = voice.orElseGet(Speech::wake);
    voice = Optional.of(speaker);
    speaker.setAudioPlayer(collector);
    speaker.speak(text);
    return collector.samples();
  }

  /** The library's voice, which takes seconds to be ready: only where something is to be said. */
  private static Voice wake() {
    Voice speaker = new KevinVoiceDirectory().getVoices()[1];
    speaker.allocate();
    return speaker;
  }

  /** A windowed sinc, so that nothing above the line's range folds back when samples are halved. */
  private static double[] lowPass() {
    double[] filter = new double[TAPS];
    double cut = HIGHEST_HERTZ / (2 * Line.RATE);
    double sum = 0;
    for (int i = 0; i < TAPS; i++) {
      double x = i - TAPS / 2;
      double sinc = x == 0 ? 2 * cut : Math.sin(2 * Math.PI * cut * x) / (Math.PI * x);
      filter[i] = sinc * (0.54 - 0.46 * Math.cos(2 * Math.PI * i / (TAPS - 1)));
      sum += filter[i];
    }
    for (int i = 0; i < TAPS; i++) {
      filter[i] /= sum;
    }
    return filter;
  }

  /** Takes what the library would play, and brings it to the rate of a line. */
  private static final class Collector extends NullAudioPlayer {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private AudioFormat format = new AudioFormat(2 * Line.RATE, 16, 1, true, true);

    short[] samples() {
      byte[] all = bytes.toByteArray();
      int low = format.isBigEndian() ? 1 : 0;
      short[] wide = new short[all.length / 2];
      for (int i = 0; i < wide.length; i++) {
        wide[i] = (short) (all[2 * i + 1 - low] << 8 | all[2 * i + low] & 0xFF);
      }
      return format.getSampleRate() > Line.RATE ? half(wide) : wide;
    }

    private static short[] half(short[] wide) {
      short[] narrow = new short[wide.length / 2];
      for (int n = 0; n < narrow.length; n++) {
        double value = 0;
        for (int i = 0; i < TAPS; i++) {
          int at = 2 * n + i - TAPS / 2;
          value += at < 0 || at >= wide.length ? 0 : LOW_PASS[i] * wide[at];
        }
        narrow[n] = (short) Math.max(-32_768, Math.min(32_767, value));
      }
      return narrow;
    }

    @Override
    public void setAudioFormat(AudioFormat to) {
      format = to;
    }

    @Override
    public boolean write(byte[] audio) {
      return write(audio, 0, audio.length);
    }

    @Override
    public boolean write(byte[] audio, int offset, int size) {
      bytes.write(audio, offset, size);
      return true;
    }
  }
}
