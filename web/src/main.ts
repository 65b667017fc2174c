import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './shell/app.config';
import { Shell } from './shell/shell';

bootstrapApplication(Shell, appConfig).catch((error: unknown) => console.error(error));
