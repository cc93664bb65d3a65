const KEY = 'gemba-theme';

type Theme = 'gemba' | 'gemba-dark';

function chosen(): Theme {
  const kept = localStorage.getItem(KEY);
  if (kept === 'gemba' || kept === 'gemba-dark') {
    return kept;
  }
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'gemba-dark' : 'gemba';
}

/** Shows the theme that was chosen, or the one the machine prefers. */
export function applyTheme() {
  document.documentElement.dataset.theme = chosen();
}

/** Changes between light and dark, and remembers it. */
export function toggleTheme() {
  localStorage.setItem(KEY, chosen() === 'gemba' ? 'gemba-dark' : 'gemba');
  applyTheme();
}
