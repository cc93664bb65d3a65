import { useEffect } from 'react';

/** Runs an action at a key, where nobody is typing; in a text field the key works with Alt. */
export function useKey(key: string, action: () => void, enabled = true) {
  useEffect(() => {
    if (!enabled) {
      return undefined;
    }
    const listen = (event: KeyboardEvent) => {
      const target = event.target;
      const typing =
        target instanceof HTMLElement &&
        (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
      const plain = !event.ctrlKey && !event.metaKey && event.altKey === typing;
      if (plain && event.key.toLowerCase() === key && !document.querySelector('dialog[open]')) {
        event.preventDefault();
        action();
      }
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [key, action, enabled]);
}
