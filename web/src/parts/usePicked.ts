import { useState } from 'react';

/** A selection made by hand, by id. */
export function usePicked() {
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  return {
    picked,
    has: (id: number) => picked.has(id),
    toggle: (id: number) => {
      const next = new Set(picked);
      if (!next.delete(id)) {
        next.add(id);
      }
      setPicked(next);
    },
    all: (ids: number[]) => setPicked(new Set([...picked, ...ids])),
    clear: () => setPicked(new Set()),
  };
}
