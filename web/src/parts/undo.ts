import { createContext, useContext } from 'react';

/** Says what was done, and offers to take it back for a while. */
export type OfferUndo = (words: string, takeBack: () => Promise<unknown>) => void;

export const UndoContext = createContext<OfferUndo>(() => undefined);

/** How to offer that something just done be taken back. */
export function useUndo(): OfferUndo {
  return useContext(UndoContext);
}
