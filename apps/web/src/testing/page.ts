import './sounds';
import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import {
  provideZonelessChangeDetection,
  type EnvironmentProviders,
  type Provider,
  type Type,
} from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { deleteDB } from 'idb';
import { confirmInterceptor } from '../confirming';
import { nameFor } from '../store/device';
import { problemInterceptor } from '../platform/problems';

/** Sets a test up as the application is: zoneless, with a router, its requests in the test's hand. */
export function setUpPage(
  providers: readonly (Provider | EnvironmentProviders)[] = [],
): HttpTestingController {
  // What an earlier page kept for its tab is not this one's.
  sessionStorage.clear();
  localStorage.removeItem('harvu-me');
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      provideHttpClient(withInterceptors([confirmInterceptor, problemInterceptor])),
      provideHttpClientTesting(),
      ...providers,
    ],
  });
  return TestBed.inject(HttpTestingController);
}

/** Takes everything that somebody has on this device off it. */
export function emptyDevice(personId: string): Promise<void> {
  return deleteDB(nameFor(personId));
}

/** Shows a part with its inputs; what a person reads and presses is asked of it. */
export class ShownPart<T> {
  private constructor(readonly fixture: ComponentFixture<T>) {}

  static async of<T>(
    part: Type<T>,
    inputs: Readonly<Record<string, unknown>> = {},
  ): Promise<ShownPart<T>> {
    const fixture = TestBed.createComponent(part);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const shown = new ShownPart(fixture);
    await shown.settle();
    return shown;
  }

  get element(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }

  get text(): string {
    return this.element.textContent.replace(/\s+/g, ' ').trim();
  }

  all<E extends Element = HTMLElement>(selector: string): readonly E[] {
    return [...this.element.querySelectorAll<E>(selector)];
  }

  one<E extends Element = HTMLElement>(selector: string): E {
    const found = this.element.querySelector<E>(selector);
    if (!found) throw new Error(`nothing like ${selector} in ${this.element.innerHTML}`);
    return found;
  }

  async set(name: string, value: unknown): Promise<void> {
    this.fixture.componentRef.setInput(name, value);
    await this.settle();
  }

  async press(words: string): Promise<void> {
    const button = this.all('button, a').find((one) => one.textContent.includes(words));
    if (!button) throw new Error(`no button says ${words}`);
    button.click();
    await this.settle();
  }

  settle(): Promise<unknown> {
    return this.fixture.whenStable();
  }
}
