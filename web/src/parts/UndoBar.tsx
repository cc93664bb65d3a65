import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import { Key } from './Key';
import { ProblemNote } from './ProblemNote';
import { UndoContext, type OfferUndo } from './undo';
import { useKey } from './useKey';

const OFFERED_FOR = 15_000;

interface Offer {
  words: string;
  takeBack: () => Promise<unknown>;
}

/** Carries the last thing that can be taken back, and shows it above the live strip. */
export function UndoBar({ children }: { children: ReactNode }) {
  const [offer, setOffer] = useState<Offer>();
  const queries = useQueryClient();
  const back = useMutation({
    mutationFn: (of: Offer) => of.takeBack(),
    onSuccess: () => {
      setOffer(undefined);
      return queries.invalidateQueries();
    },
  });
  const { reset } = back;
  const offerUndo = useCallback<OfferUndo>(
    (words, takeBack) => {
      reset();
      setOffer({ words, takeBack });
    },
    [reset],
  );
  useEffect(() => {
    const timer = offer && setTimeout(() => setOffer(undefined), OFFERED_FOR);
    return () => clearTimeout(timer);
  }, [offer]);
  const undo = () => offer && back.mutate(offer);
  useKey('u', 'take back what was just done', undo, offer !== undefined);
  return (
    <UndoContext value={offerUndo}>
      {children}
      {offer && (
        <div
          role="status"
          className="fixed bottom-16 left-1/2 z-20 flex -translate-x-1/2 items-center gap-4 rounded-box bg-neutral px-4 py-2 text-neutral-content shadow-lg"
        >
          <span>{offer.words}</span>
          <button
            className="cursor-pointer font-bold underline underline-offset-2"
            disabled={back.isPending}
            onClick={undo}
          >
            Undo <Key>U</Key>
          </button>
          <ProblemNote error={back.error} />
        </div>
      )}
    </UndoContext>
  );
}
