import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './shell/app.config';
import { Shell } from './shell/shell';

bootstrapApplication(Shell, appConfig).catch((error: unknown) => console.error(error));

// The shelf is what is mostly asked for: its code is fetched while the shell starts, not after.
if (/^\/(?:shelf)?$/.test(location.pathname)) void Promise.all([import('./shell/worktop'), import('./shelf/routes')]).catch(() => undefined);
