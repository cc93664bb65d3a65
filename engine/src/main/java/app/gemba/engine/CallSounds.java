package app.gemba.engine;

import java.io.IOException;

/** Where the sounds of the house are, and where what was recorded of its calls is kept. */
public interface CallSounds {

  /** The samples of a sound, at 8 kHz. */
  short[] samples(long soundId) throws IOException;

  /** Keeps both sides of a call, at 8 kHz. */
  void keepRecording(long attemptId, short[] heard, short[] said) throws IOException;
}
