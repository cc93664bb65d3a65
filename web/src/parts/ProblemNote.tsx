import { CircleAlert } from 'lucide-react';

/** What went wrong, where it went wrong. */
export function ProblemNote({ error }: { error: Error | null | undefined }) {
  if (!error) {
    return null;
  }
  return (
    <p role="alert" className="flex items-start gap-2 font-semibold text-error">
      <CircleAlert size={16} className="mt-0.5 shrink-0" aria-hidden />
      <span>{error.message}</span>
    </p>
  );
}
