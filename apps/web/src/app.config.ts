import { provideHttpClient, withInterceptors } from '@angular/common/http';
import {
  ErrorHandler,
  inject,
  isDevMode,
  provideBrowserGlobalErrorListeners,
  provideAppInitializer,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { provideServiceWorker, type SwRegistrationOptions } from '@angular/service-worker';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { ROUTES } from './app.routes';
import { confirmInterceptor } from './confirming';
import { Faults } from './platform/faults';
import { problemInterceptor } from './platform/problems';
import { Session } from './platform/session';
import { CONVENTIONS } from './ui/conventions';
import { Theme } from './platform/theme';

/** How the application is kept on the device. */
// eslint-disable-next-line @typescript-eslint/no-unsafe-class-instance-assignment -- the framework takes plain options, and its class cannot be made
const KEPT_WHOLE = {
  enabled: !isDevMode(),
  registrationStrategy: 'registerWhenStable:5000',
} as SwRegistrationOptions;

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
    // Once the page has settled: what is kept for later must not hold up what is shown now.
    provideServiceWorker('ngsw-worker.js', KEPT_WHOLE),
    { provide: CONVENTIONS, useFactory: () => inject(Session).conventions },
    provideAppInitializer(() => {
      inject(Theme).apply();
      return inject(Session).load();
    }),
  ],
};
