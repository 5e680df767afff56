import { provideHttpClient, withInterceptors } from '@angular/common/http';
import {
  ErrorHandler,
  inject,
  provideBrowserGlobalErrorListeners,
  provideAppInitializer,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { ROUTES } from './app.routes';
import { confirmInterceptor } from './confirming';
import { Faults } from './platform/faults';
import { keepWhole } from './platform/kept-whole';
import { problemInterceptor } from './platform/problems';
import { Session } from './platform/session';
import { CONVENTIONS } from './ui/conventions';
import { Theme } from './platform/theme';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    { provide: ErrorHandler, useExisting: Faults },
    provideHttpClient(withInterceptors([confirmInterceptor, problemInterceptor])),
    provideRouter(
      ROUTES,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'enabled' }),
    ),
    { provide: CONVENTIONS, useFactory: () => inject(Session).conventions },
    provideAppInitializer(() => {
      inject(Theme).apply();
      keepWhole();
      return inject(Session).load();
    }),
  ],
};
