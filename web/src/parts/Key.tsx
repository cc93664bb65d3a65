/** A key, shown where it works. */
export function Key({ children }: { children: string }) {
  return (
    <kbd
      aria-hidden
      className="rounded border border-current px-1.5 font-mono text-[11px] leading-4"
    >
      {children}
    </kbd>
  );
}
