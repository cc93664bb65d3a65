import { Play, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { ProblemNote } from './ProblemNote';
import { listen, type Hearing, type Measure } from './sound';

const QUIET: Measure = { level: -100, hertz: 0 };

/** Plays a sound of the house, and shows how loud it is while it sounds. */
export function PlaySound({ words, path }: { words: string; path: string }) {
  const [hearing, setHearing] = useState<Hearing>();
  const [measure, setMeasure] = useState<Measure>(QUIET);
  const [error, setError] = useState<Error | null>(null);
  const [loudest, setLoudest] = useState<Measure>(QUIET);
  useEffect(() => () => hearing?.stop(), [hearing]);
  useEffect(() => {
    if (!hearing) {
      return undefined;
    }
    const timer = setInterval(() => {
      const now = hearing.measure();
      setLoudest((before) => (now.level > before.level ? now : before));
      setMeasure(now);
    }, 100);
    return () => clearInterval(timer);
  }, [hearing]);
  const begin = async () => {
    setError(null);
    setLoudest(QUIET);
    try {
      setHearing(await listen(`/api/v1${path}`, () => setHearing(undefined)));
    } catch (problem) {
      setError(problem instanceof Error ? problem : null);
    }
  };
  const stop = () => {
    hearing?.stop();
    setHearing(undefined);
  };
  return (
    <span className="inline-flex items-center gap-2">
      <button
        className="btn btn-xs btn-outline border-base-300"
        onClick={() => void (hearing ? stop() : begin())}
      >
        {hearing ? (
          <Square size={12} fill="currentColor" aria-hidden />
        ) : (
          <Play size={12} fill="currentColor" aria-hidden />
        )}
        {hearing ? 'Stop' : words}
      </button>
      <span
        className="h-2 w-20 overflow-hidden rounded-sm bg-base-200"
        role="meter"
        aria-label="How loud it is"
        aria-valuemin={-60}
        aria-valuemax={0}
        aria-valuenow={Math.round(Math.max(-60, measure.level))}
        data-loudest={loudest.level.toFixed(1)}
        data-hertz={Math.round(loudest.hertz)}
      >
        <span
          className="block h-full bg-primary"
          style={{ width: hearing ? `${Math.max(0, 100 + measure.level * 1.6)}%` : 0 }}
        />
      </span>
      <ProblemNote error={error} />
    </span>
  );
}
