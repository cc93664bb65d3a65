const LINE_RATE = 8_000;

/** How far behind the line the sound is played, so that no frame comes too late: in seconds. */
const LEAD = 0.06;

/** Where more than this waits to be played, the sound has fallen behind, and some is left out. */
const MOST_WAITING = 0.25;

/** What a desk's line sounds like, played as it comes. */
export interface LineSound {
  /** Plays 20 ms: 16-bit samples at 8 kHz, low byte first. */
  play: (frame: ArrayBuffer) => void;
  /** The loudest since it was last asked, in decibels below the loudest there is. */
  level: () => number;
  /** Whether the browser plays nothing before somebody has pressed a key or a button. */
  isAsleep: () => boolean;
  wake: () => void;
  close: () => void;
}

/** Opens the loudspeaker. */
export function openLine(): LineSound {
  const context = new AudioContext({ sampleRate: LINE_RATE, latencyHint: 'interactive' });
  let next = 0;
  let loudest = 0;
  return {
    play(frame) {
      const bytes = new DataView(frame);
      const samples = new Float32Array(frame.byteLength / 2);
      for (let i = 0; i < samples.length; i++) {
        samples[i] = bytes.getInt16(2 * i, true) / 32_768;
        loudest = Math.max(loudest, Math.abs(samples[i] ?? 0));
      }
      if (context.state !== 'running') {
        return;
      }
      const now = context.currentTime;
      if (next < now) {
        next = now + LEAD;
      } else if (next > now + MOST_WAITING) {
        return;
      }
      const buffer = context.createBuffer(1, samples.length, LINE_RATE);
      buffer.copyToChannel(samples, 0);
      const source = context.createBufferSource();
      source.buffer = buffer;
      source.connect(context.destination);
      source.start(next);
      next += buffer.duration;
    },
    level() {
      const now = loudest;
      loudest = 0;
      return 20 * Math.log10(Math.max(now, 1e-5));
    },
    isAsleep: () => context.state === 'suspended',
    wake() {
      if (context.state === 'suspended') {
        void context.resume();
      }
    },
    close: () => void context.close(),
  };
}
