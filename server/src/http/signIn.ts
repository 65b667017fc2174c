/** The page that asks another device for the passphrase: plain HTML, so that it needs nothing of the application. */
export function signInPage(nonce: string, fault = ''): string {
  const style = `:root{color-scheme:light dark}body{font:1.1rem/1.5 system-ui,sans-serif;max-width:24rem;margin:12vh auto;padding:0 1rem}label{display:block;margin:1rem 0 .25rem}
input,button{font:inherit;width:100%;box-sizing:border-box;padding:.7rem;min-height:3rem}button{margin-top:1.2rem;background:#6d4580;color:#fff;border:0;border-radius:4px}p[role=alert]{color:#a33a12}@media (prefers-color-scheme:dark){p[role=alert]{color:#f0a080}}`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Fellmist</title><style nonce="${nonce}">${style}</style></head><body><main><h1>Fellmist</h1>
<p>This device is new here. The household’s passphrase lets it in; whoever runs Fellmist chose it in the House.</p>${fault === '' ? '' : `<p role="alert">${fault}</p>`}
<form method="post" action="/api/session"><label for="passphrase">Passphrase</label><input id="passphrase" name="passphrase" type="password" autocomplete="current-password" maxlength="200" required autofocus>
<label for="name">What this device is called</label><input id="name" name="name" maxlength="40" placeholder="kitchen phone" autocomplete="off"><button type="submit">Let me in</button></form></main></body></html>`;
}
