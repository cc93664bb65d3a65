package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Test;

/** Files are checked against the JDK's own reader and writer of WAV. */
class WaveFileTest {
  private static final short[] TONE = Tones.sound(List.of(440.0), -10, Duration.ofMillis(500));

  @Test
  void whatIsWrittenIsReadAgainByOthersAndByUs() throws Exception {
    byte[] file = WaveFile.of(List.of(TONE));
    AudioFormat format = AudioSystem.getAudioFileFormat(new ByteArrayInputStream(file)).getFormat();
    assertThat(format.getSampleRate()).isEqualTo(8_000);
    assertThat(format.getChannels()).isEqualTo(1);
    assertThat(format.getSampleSizeInBits()).isEqualTo(16);
    assertThat(WaveFile.read(file)).hasSize(1);
    assertThat(WaveFile.read(file).get(0)).isEqualTo(TONE);
  }

  @Test
  void bothSidesOfALineLoseNothingAsMuLaw() throws Exception {
    short[] line = MuLaw.decode(MuLaw.encode(TONE));
    short[] other = Arrays.copyOf(line, 1_000);
    byte[] file = WaveFile.muLaw(List.of(line, other));
    List<short[]> sides = WaveFile.read(file);
    assertThat(sides.get(0)).isEqualTo(line);
    assertThat(Arrays.copyOf(sides.get(1), 1_000)).isEqualTo(other);
    assertThat(sides.get(1)).hasSize(line.length);
    assertThat(file.length).isLessThan(2 * line.length + 100);
  }

  @Test
  void whatIsNoSoundOfALineIsRefusedInASentence() throws Exception {
    assertThatThrownBy(() -> WaveFile.read("no sound".getBytes()))
        .hasMessage("This is no WAV file that can be read. Nothing was kept.");
    ByteArrayOutputStream wide = new ByteArrayOutputStream();
    AudioFormat format = new AudioFormat(44_100, 16, 1, true, false);
    AudioSystem.write(
        new AudioInputStream(new ByteArrayInputStream(new byte[200]), format, 100),
        AudioFileFormat.Type.WAVE,
        wide);
    assertThatThrownBy(() -> WaveFile.read(wide.toByteArray()))
        .hasMessageContaining("44100 samples a second");
  }

  @Test
  void anEnvelopeShowsWhereItIsLoud() {
    short[] half = Tones.inTurn(List.of(Tones.silence(Duration.ofMillis(500)), TONE));
    List<Double> peaks = Envelope.of(half, 10);
    assertThat(peaks.subList(0, 5)).containsOnly(0.0);
    assertThat(peaks.subList(5, 10)).allMatch(peak -> peak > 0.2 && peak < 0.4);
  }

  @Test
  void speechIsLoudEnoughForALineAndTheSameEachTime() {
    Speech speech = new Speech();
    short[] said = speech.say("This is Marram Ferries.");
    double seconds = (double) said.length / Line.RATE;
    assertThat(seconds).isBetween(0.8, 4.0);
    assertThat(Line.level(Line.meanSquare(said, 0, said.length))).isBetween(-30.0, -8.0);
    assertThat(new Speech().say("This is Marram Ferries.")).isEqualTo(said);
    assertThat(speech.say("  ")).isEmpty();
  }
}
