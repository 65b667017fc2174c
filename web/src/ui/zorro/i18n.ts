import { inject, provideEnvironmentInitializer } from '@angular/core';
import { en_US, NzI18nService } from 'ng-zorro-antd/i18n';

/** The library's own words (months, "no data"). Provided by the places, so that the first load does without them and the dates they bring. */
export const provideLibraryWords = () => provideEnvironmentInitializer(() => inject(NzI18nService).setLocale(en_US));
