import { useKey } from './useKey';

const ROWS = 'main table.table-plain tbody tr, main table.rows tbody tr, main li.row-line';

/** J and K go through the rows of whatever list is shown; Enter opens one, X picks it. */
export function ListKeys() {
  useKey('j', 'the next row of a list', () => go(1));
  useKey('k', 'the row before', () => go(-1));
  useKey('x', 'pick the row', pick);
  return null;
}

function rows(): HTMLElement[] {
  return [...document.querySelectorAll<HTMLElement>(ROWS)].filter((row) => opener(row));
}

/** What Enter opens in a row: its first link or button. */
function opener(row: HTMLElement): HTMLElement | null {
  return row.querySelector<HTMLElement>('a[href], button:not([disabled])');
}

function at(all: HTMLElement[]): number {
  return all.findIndex((row) => row.contains(document.activeElement));
}

function go(step: number) {
  const all = rows();
  const here = at(all);
  const next = here < 0 ? (step > 0 ? 0 : all.length - 1) : here + step;
  const row = all[Math.max(0, Math.min(all.length - 1, next))];
  if (row) {
    opener(row)?.focus({ preventScroll: true });
    row.scrollIntoView({ block: 'nearest' });
  }
}

function pick() {
  const all = rows();
  all[at(all)]?.querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
}
