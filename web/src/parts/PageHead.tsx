import { useEffect, type ReactNode } from 'react';

/** A page's title with what stands beside it, and its actions on the right. */
export function PageHead({
  title,
  beside,
  children,
}: {
  title: string;
  beside?: ReactNode;
  children?: ReactNode;
}) {
  useEffect(() => {
    document.title = `${title} · Gemba`;
  }, [title]);
  return (
    <header className="flex min-h-10 flex-wrap items-center gap-x-4 gap-y-2">
      <h1 className="page-title">{title}</h1>
      {beside && <span className="text-muted">{beside}</span>}
      <span className="ml-auto flex items-center gap-2">{children}</span>
    </header>
  );
}

/** The head of a part that stands inside another page. */
export function PartHead({
  title,
  beside,
  children,
}: {
  title: string;
  beside?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <header className="flex min-h-10 flex-wrap items-center gap-x-4 gap-y-2">
      <h2 className="text-lg font-bold">{title}</h2>
      {beside && <span className="text-muted">{beside}</span>}
      <span className="ml-auto flex items-center gap-2">{children}</span>
    </header>
  );
}
