// Runs before the first paint, so that the chosen theme and size of text never flash.
(() => {
  const kept = (name) => {
    try {
      return localStorage.getItem(name);
    } catch {
      // A browser that keeps nothing: as the system is.
      return null;
    }
  };
  const chosen = kept('fellmist.theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
  document.documentElement.dataset.text = kept('fellmist.text') ?? 'usual';
})();
