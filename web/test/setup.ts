import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless/index.mjs';

setupZonelessTestEnv();

// jsdom has no other tabs to tell.
globalThis.BroadcastChannel ??= class {
  onmessage = null;
  postMessage = (): unknown => undefined;
} as unknown as typeof BroadcastChannel;
