import { useEffect, useRef } from 'react';
import { pageKeys } from './keys';

/**
 * Runs an action at a key, where nobody is typing; in a text field the key works with Alt. The key
 * is listed, with its words, among those that work on this page.
 */
export function useKey(key: string, words: string, action: () => void, enabled = true) {
  const latest = useRef(action);
  useEffect(() => {
    latest.current = action;
  });
  useEffect(() => {
    if (!enabled) {
      return undefined;
    }
    const listen = (event: KeyboardEvent) => {
      const target = event.target;
      const typing =
        target instanceof HTMLElement &&
        (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) &&
        !(target instanceof HTMLInputElement && target.type === 'checkbox');
      // What is held down acts once; going through a list may repeat.
      if (event.repeat && ['enter', 'escape', ' '].includes(key)) {
        return;
      }
      const plain = !event.ctrlKey && !event.metaKey && event.altKey === typing;
      if (plain && event.key.toLowerCase() === key && !document.querySelector('dialog[open]')) {
        event.preventDefault();
        latest.current();
      }
    };
    window.addEventListener('keydown', listen);
    const forget = pageKeys.add({ key, words });
    return () => {
      window.removeEventListener('keydown', listen);
      forget();
    };
  }, [key, words, enabled]);
}
