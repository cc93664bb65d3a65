import { useEffect, useState } from 'react';

/** This machine's time, anew every so many milliseconds. */
export function useTick(every: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}
