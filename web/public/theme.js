// Runs before the first paint, so that the chosen theme and size of text never flash.
(() => {
  const chosen = localStorage.getItem('fellmist.theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
  document.documentElement.dataset.text = localStorage.getItem('fellmist.text') ?? 'usual';
})();
