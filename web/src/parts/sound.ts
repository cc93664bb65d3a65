import { Problem } from '../api/client';

const LINE_RATE = 8_000;

/** How loud a sound is, in decibels below the loudest, and its strongest frequency. */
export interface Measure {
  level: number;
  hertz: number;
}

/** A sound that is being heard. */
export interface Hearing {
  measure: () => Measure;
  stop: () => void;
}

/** Plays a sound through the Web Audio analyser. */
export async function listen(url: string, onEnd: () => void): Promise<Hearing> {
  const context = new AudioContext();
  try {
    const response = await fetch(url);
    if (!response.ok) {
      const body = (await response.json()) as { code?: string; detail?: string };
      throw new Problem(response.status, body.code ?? 'unknown', body.detail ?? 'No sound came.');
    }
    const buffer = await context.decodeAudioData(await response.arrayBuffer());
    const source = context.createBufferSource();
    const analyser = context.createAnalyser();
    analyser.fftSize = 4096;
    analyser.smoothingTimeConstant = 0;
    source.buffer = buffer;
    source.connect(analyser);
    analyser.connect(context.destination);
    source.onended = () => {
      void context.close();
      onEnd();
    };
    await context.resume();
    source.start();
    return { measure: () => measured(analyser, context.sampleRate), stop: () => source.stop() };
  } catch (problem) {
    await context.close();
    throw problem;
  }
}

function measured(analyser: AnalyserNode, rate: number): Measure {
  const samples = new Float32Array(analyser.fftSize);
  analyser.getFloatTimeDomainData(samples);
  const square = samples.reduce((sum, one) => sum + one * one, 0) / samples.length;
  const bins = new Float32Array(analyser.frequencyBinCount);
  analyser.getFloatFrequencyData(bins);
  let strongest = 0;
  bins.forEach((bin, index) => {
    if (bin > (bins[strongest] ?? -Infinity)) {
      strongest = index;
    }
  });
  return {
    level: 10 * Math.log10(Math.max(square, 1e-10)),
    hertz: (strongest * rate) / analyser.fftSize,
  };
}

/** Whatever the browser can play, as a WAV file of one channel at 8 kHz, which a line carries. */
export async function asLineSound(file: Blob): Promise<Blob> {
  const context = new AudioContext();
  try {
    const whole = await context.decodeAudioData(await file.arrayBuffer());
    const length = Math.max(1, Math.ceil(whole.duration * LINE_RATE));
    const line = new OfflineAudioContext(1, length, LINE_RATE);
    const source = line.createBufferSource();
    source.buffer = whole;
    source.connect(line.destination);
    source.start();
    return wav((await line.startRendering()).getChannelData(0));
  } finally {
    await context.close();
  }
}

/** A WAV file of 16-bit samples (RIFF, PCM). */
function wav(samples: Float32Array): Blob {
  const bytes = new DataView(new ArrayBuffer(44 + 2 * samples.length));
  const text = (at: number, word: string) =>
    [...word].forEach((letter, index) => bytes.setUint8(at + index, letter.charCodeAt(0)));
  text(0, 'RIFF');
  bytes.setUint32(4, 36 + 2 * samples.length, true);
  text(8, 'WAVEfmt ');
  bytes.setUint32(16, 16, true);
  bytes.setUint16(20, 1, true);
  bytes.setUint16(22, 1, true);
  bytes.setUint32(24, LINE_RATE, true);
  bytes.setUint32(28, 2 * LINE_RATE, true);
  bytes.setUint16(32, 2, true);
  bytes.setUint16(34, 16, true);
  text(36, 'data');
  bytes.setUint32(40, 2 * samples.length, true);
  samples.forEach((sample, index) =>
    bytes.setInt16(44 + 2 * index, Math.round(Math.max(-1, Math.min(1, sample)) * 32_767), true),
  );
  return new Blob([bytes.buffer], { type: 'audio/wav' });
}

/** Records from the microphone until it is told to stop. */
export async function record(): Promise<{ stop: () => Promise<Blob> }> {
  const microphone = await navigator.mediaDevices.getUserMedia({ audio: true });
  const recorder = new MediaRecorder(microphone);
  const parts: Blob[] = [];
  recorder.ondataavailable = (event) => parts.push(event.data);
  recorder.start();
  return {
    stop: () =>
      new Promise((done) => {
        recorder.onstop = () => {
          microphone.getTracks().forEach((track) => track.stop());
          done(new Blob(parts, { type: recorder.mimeType }));
        };
        recorder.stop();
      }),
  };
}
