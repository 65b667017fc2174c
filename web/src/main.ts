import { bootstrapApplication } from '@angular/platform-browser';
import { v4 } from 'uuid';
import { appConfig } from './shell/app.config';
import { Shell } from './shell/shell';

// A page that is open in the home network without TLS is no secure context, and its browser gives it no randomUUID.
if (!('randomUUID' in crypto)) Object.defineProperty(crypto, 'randomUUID', { value: () => v4() });

bootstrapApplication(Shell, appConfig).catch((error: unknown) => console.error(error));

// The shelf is what is mostly asked for: its code is fetched while the shell starts, not after.
if (/^\/(?:shelf)?$/.test(location.pathname)) void Promise.all([import('./shell/worktop'), import('./shelf/routes')]).catch(() => undefined);
