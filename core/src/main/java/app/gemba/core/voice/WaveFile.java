package app.gemba.core.voice;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;

/** Sound at 8 kHz as WAV files, one channel or several. */
public final class WaveFile {
  private static final AudioFormat.Encoding PCM = AudioFormat.Encoding.PCM_SIGNED;

  private WaveFile() {}

  /** A file that cannot be used; the message is for the operator. */
  public static final class Unusable extends IOException {
    private static final long serialVersionUID = 1L;

    Unusable(String message) {
      super(message);
    }
  }

  /** A file of 16-bit samples. */
  public static byte[] of(List<short[]> channels) {
    int count = channels.size();
    int samples = length(channels);
    byte[] bytes = new byte[2 * count * samples];
    for (int i = 0; i < samples; i++) {
      for (int channel = 0; channel < count; channel++) {
        int value = at(channels.get(channel), i);
        int place = 2 * (i * count + channel);
        bytes[place] = (byte) value;
        bytes[place + 1] = (byte) (value >> 8);
      }
    }
    return file(bytes, new AudioFormat(Line.RATE, 16, count, true, false), samples);
  }

  /** A file of G.711 mu-law, half as large; what came over a line loses nothing by it. */
  public static byte[] muLaw(List<short[]> channels) {
    int count = channels.size();
    int samples = length(channels);
    byte[] bytes = new byte[count * samples];
    for (int channel = 0; channel < count; channel++) {
      byte[] codes = MuLaw.encode(channels.get(channel));
      byte silence = MuLaw.encode(new short[1])[0];
      for (int i = 0; i < samples; i++) {
        bytes[i * count + channel] = i < codes.length ? codes[i] : silence;
      }
    }
    AudioFormat format =
        new AudioFormat(AudioFormat.Encoding.ULAW, Line.RATE, 8, count, count, Line.RATE, false);
    return file(bytes, format, samples);
  }

  /**
   * The channels of a file.
   *
   * @throws Unusable where it is no WAV file, or not at 8 kHz
   */
  public static List<short[]> read(byte[] file) throws Unusable {
    try (AudioInputStream in = AudioSystem.getAudioInputStream(new ByteArrayInputStream(file))) {
      AudioFormat is = in.getFormat();
      if (Math.round(is.getSampleRate()) != Line.RATE) {
        throw new Unusable(
            "The sound has "
                + Math.round(is.getSampleRate())
                + " samples a second; a telephone line carries 8000. Nothing was kept.");
      }
      int count = is.getChannels();
      AudioFormat plain = new AudioFormat(PCM, Line.RATE, 16, count, 2 * count, Line.RATE, false);
      byte[] bytes = AudioSystem.getAudioInputStream(plain, in).readAllBytes();
      return split(bytes, count);
    } catch (UnsupportedAudioFileException | IllegalArgumentException e) {
      throw new Unusable("This is no WAV file that can be read. Nothing was kept.");
    } catch (Unusable e) {
      throw e;
    } catch (IOException e) {
      throw new Unusable("The WAV file breaks off. Nothing was kept.");
    }
  }

  private static List<short[]> split(byte[] bytes, int count) {
    int samples = bytes.length / (2 * count);
    List<short[]> channels = new ArrayList<>();
    for (int channel = 0; channel < count; channel++) {
      short[] one = new short[samples];
      for (int i = 0; i < samples; i++) {
        int place = 2 * (i * count + channel);
        one[i] = (short) (bytes[place] & 0xFF | bytes[place + 1] << 8);
      }
      channels.add(one);
    }
    return channels;
  }

  private static int length(List<short[]> channels) {
    return channels.stream().mapToInt(one -> one.length).max().orElse(0);
  }

  private static int at(short[] channel, int i) {
    return i < channel.length ? channel[i] : 0;
  }

  private static byte[] file(byte[] bytes, AudioFormat format, int samples) {
    ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length + 64);
    try {
      AudioSystem.write(
          new AudioInputStream(new ByteArrayInputStream(bytes), format, samples),
          AudioFileFormat.Type.WAVE,
          out);
    } catch (IOException e) {
      throw new IllegalStateException("memory took no sound", e);
    }
    return out.toByteArray();
  }
}
