// Before the first paint, so that nothing flashes.
(() => {
  let theme = null;
  try {
    theme = localStorage.getItem('theme');
  } catch {
    // storage may be closed; the system's wish then decides
  }
  const dark = matchMedia('(prefers-color-scheme: dark)').matches;
  const contrast = matchMedia('(prefers-contrast: more)').matches;
  document.documentElement.dataset.theme =
    theme ?? (contrast ? 'bright' : dark ? 'evening' : 'chalk');
})();
