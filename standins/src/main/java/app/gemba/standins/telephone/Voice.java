package app.gemba.standins.telephone;

import com.sun.speech.freetts.audio.NullAudioPlayer;
import com.sun.speech.freetts.en.us.cmu_us_kal.KevinVoiceDirectory;
import java.io.ByteArrayOutputStream;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import javax.sound.sampled.AudioFormat;

/**
 * Speaks by the FreeTTS library, whose one shipped voice is made into several by its pitch and its
 * rate. What was said once is kept. Safe for use by several threads.
 */
final class Voice {
  private static final int HIGHEST_HERTZ = 3_300;
  private static final Map<String, short[]> SAID = new ConcurrentHashMap<>();

  /** The library's own voice at 16 kHz; it says one thing at a time. */
  private static final com.sun.speech.freetts.Voice LIBRARY = library();

  private final float pitch;
  private final float wordsPerMinute;

  /**
   * A voice.
   *
   * @param pitch in hertz
   */
  Voice(float pitch, float wordsPerMinute) {
    this.pitch = pitch;
    this.wordsPerMinute = wordsPerMinute;
  }

  /** What is said, as samples at 8 kHz. */
  short[] say(String text) {
    return SAID.computeIfAbsent(pitch + "/" + wordsPerMinute + "/" + text, key -> speak(text));
  }

  private short[] speak(String text) {
    synchronized (LIBRARY) {
      Collector collector = new Collector();
      LIBRARY.setPitch(pitch);
      LIBRARY.setRate(wordsPerMinute);
      LIBRARY.setAudioPlayer(collector);
      LIBRARY.speak(text);
      return collector.samples();
    }
  }

  private static com.sun.speech.freetts.Voice library() {
    com.sun.speech.freetts.Voice voice = new KevinVoiceDirectory().getVoices()[1];
    voice.allocate();
    return voice;
  }

  /** Takes what the library would play, and brings it to the rate of a line. */
  private static final class Collector extends NullAudioPlayer {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private AudioFormat format = new AudioFormat(16_000, 16, 1, true, true);

    short[] samples() {
      byte[] all = bytes.toByteArray();
      short[] wide = new short[all.length / 2];
      for (int i = 0; i < wide.length; i++) {
        int first = all[2 * i];
        int second = all[2 * i + 1];
        wide[i] =
            (short)
                (format.isBigEndian() ? first << 8 | second & 0xFF : second << 8 | first & 0xFF);
      }
      return format.getSampleRate() > Sound.RATE ? half(wide) : wide;
    }

    /** Every second sample behind a low-pass: a windowed sinc of 31 taps. */
    private static short[] half(short[] wide) {
      int taps = 31;
      double[] filter = new double[taps];
      double cut = (double) HIGHEST_HERTZ / (2 * Sound.RATE);
      double sum = 0;
      for (int i = 0; i < taps; i++) {
        double x = i - taps / 2;
        double sinc = x == 0 ? 2 * cut : Math.sin(2 * Math.PI * cut * x) / (Math.PI * x);
        filter[i] = sinc * (0.54 - 0.46 * Math.cos(2 * Math.PI * i / (taps - 1)));
        sum += filter[i];
      }
      short[] narrow = new short[wide.length / 2];
      for (int n = 0; n < narrow.length; n++) {
        double value = 0;
        for (int i = 0; i < taps; i++) {
          int at = 2 * n + i - taps / 2;
          value += at < 0 || at >= wide.length ? 0 : filter[i] * wide[at];
        }
        narrow[n] = (short) Math.max(-32_768, Math.min(32_767, value / sum));
      }
      return narrow;
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

    @Override
    public void setAudioFormat(AudioFormat to) {
      format = to;
    }
  }
}
