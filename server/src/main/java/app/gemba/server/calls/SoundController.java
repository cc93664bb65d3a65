package app.gemba.server.calls;

import app.gemba.core.voice.Line;
import app.gemba.core.voice.WaveFile;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Refused;
import app.gemba.store.SoundStore;
import app.gemba.store.SoundStore.Sound;
import java.io.IOException;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Sounds that calls can play. */
@RestController
@RequestMapping("/api/v1/sounds")
class SoundController {
  private static final int LONGEST_SECONDS = 180;

  private final SoundStore sounds;
  private final BusinessClock clock;

  SoundController(SoundStore sounds, BusinessClock clock) {
    this.sounds = sounds;
    this.clock = clock;
  }

  /** A sound, and how long it is, rounded up. */
  record SoundView(long id, String name, int seconds) {
    static SoundView of(Sound sound) {
      return new SoundView(sound.id(), sound.name(), sound.seconds());
    }
  }

  @GetMapping
  @Needs(Permission.SEE_CAMPAIGNS)
  List<SoundView> sounds() {
    return sounds.all().stream().map(SoundView::of).toList();
  }

  /** Takes a WAV file of one channel at 8 kHz; the page makes one of whatever was chosen. */
  @PostMapping
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.CREATED)
  SoundView addSound(@RequestPart("file") MultipartFile file, @RequestParam String name)
      throws IOException {
    short[] samples = read(file.getBytes());
    if (samples.length == 0 || samples.length > LONGEST_SECONDS * Line.RATE) {
      throw new Refused(
          Refused.Kind.INVALID,
          "A sound lasts up to " + LONGEST_SECONDS + " seconds, and more than none.");
    }
    String plain = name.strip();
    return SoundView.of(
        sounds.add(
            plain.isEmpty() ? "a sound" : plain.substring(0, Math.min(80, plain.length())),
            samples,
            Caller.id(),
            clock.instant()));
  }

  @GetMapping(value = "/{id}/sound.wav", produces = "audio/wav")
  @Needs(Permission.SEE_CAMPAIGNS)
  byte[] sound(@PathVariable long id) throws IOException {
    return WaveFile.of(List.of(sounds.samples(id)));
  }

  private static short[] read(byte[] file) {
    try {
      List<short[]> channels = WaveFile.read(file);
      if (channels.size() != 1) {
        throw new Refused(Refused.Kind.INVALID, "A sound has one channel. Nothing was kept.");
      }
      return channels.get(0);
    } catch (WaveFile.Unusable e) {
      throw new Refused(Refused.Kind.INVALID, e.getMessage());
    }
  }
}
