import { grouped } from '../../../parts/format';

/** A count that opens the people behind it. */
export function CountButton({
  count,
  words,
  code,
  open,
  onOpen,
  large = false,
}: {
  count: number;
  words: string;
  code: string;
  open: string | undefined;
  onOpen: (code: string | undefined) => void;
  large?: boolean;
}) {
  return (
    <button
      className={`link-plain figure ${large ? 'text-[15px]' : ''}`}
      aria-expanded={open === code}
      aria-label={`${grouped(count)} ${words}: ${open === code ? 'hide' : 'show'} them`}
      disabled={count === 0}
      onClick={() => onOpen(open === code ? undefined : code)}
    >
      {grouped(count)}
    </button>
  );
}
