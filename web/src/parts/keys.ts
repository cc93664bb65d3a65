/** A key that works on the page that is shown, and what it does. */
export interface PageKey {
  key: string;
  words: string;
}

let keys: readonly PageKey[] = [];
const watchers = new Set<() => void>();

function changed(next: readonly PageKey[]) {
  keys = next;
  watchers.forEach((tell) => tell());
}

/** The one registry of the keys that work now; what is shown on demand is read from it. */
export const pageKeys = {
  add(key: PageKey): () => void {
    changed([...keys, key]);
    return () => changed(keys.filter((one) => one !== key));
  },
  now: () => keys,
  watch(tell: () => void): () => void {
    watchers.add(tell);
    return () => watchers.delete(tell);
  },
};
