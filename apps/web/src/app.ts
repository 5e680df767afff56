import { ChangeDetectionStrategy, Component, computed, inject, Injector } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import {
  lucideKeyboard,
  lucideLogOut,
  lucideMoon,
  lucideSearch,
  lucideSettings2,
  lucideSun,
} from '@ng-icons/lucide';
import { filter, map } from 'rxjs';
import { Faults } from './platform/faults';
import type { Dialogs } from './features/find';
import { Session } from './platform/session';
import { isTyping } from './platform/view-keys';
import { Theme } from './platform/theme';
import { Logo } from './ui/logo';

interface Place {
  readonly path: string;
  readonly name: string;
}

const TEACHING: readonly Place[] = [
  { path: '/requests', name: 'Requests' },
  { path: '/songs', name: 'Songs' },
  { path: '/students', name: 'Students' },
];
const OWNING: readonly Place[] = [...TEACHING, { path: '/studio', name: 'Studio' }];
const LEARNING: readonly Place[] = [
  { path: '/week', name: 'My week' },
  { path: '/requests', name: 'Requests' },
];

/** The frame around every view: where one can go, and who is here. */
@Component({
  selector: 'harvu-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, NgIcon, Logo],
  viewProviders: [
    provideIcons({
      lucideKeyboard,
      lucideLogOut,
      lucideMoon,
      lucideSearch,
      lucideSettings2,
      lucideSun,
    }),
  ],
  host: { class: 'flex min-h-dvh flex-col', '(document:keydown)': 'press($event)' },
  template: `
    @if (session.person(); as person) {
      @if (!isPractising()) {
        <header
          class="flex h-[46px] items-center gap-4 border-b border-line px-4 sm:gap-8 sm:px-6 print:hidden"
        >
          <a routerLink="/" class="flex items-center gap-3" aria-label="Harvu, first page">
            <harvu-logo />
            <span class="hidden font-display text-lg font-bold sm:inline">harvu</span>
          </a>
          <nav class="flex h-full gap-4 sm:gap-8" aria-label="Main">
            @for (place of places(); track place.path) {
              <a
                [routerLink]="place.path"
                routerLinkActive="border-spruce! text-ink! font-semibold"
                ariaCurrentWhenActive="page"
                class="flex items-center border-b-[3px] border-transparent pt-[3px] whitespace-nowrap text-ink-soft hover:text-ink"
                >{{ place.name }}</a
              >
            }
          </nav>
          <a
            routerLink="/me"
            class="ml-auto hidden truncate text-ink-soft hover:text-ink md:inline"
            title="How you like things shown"
            >{{ person.name }} · {{ session.door().studioName }}</a
          >
          <span class="ml-auto flex gap-1 md:ml-0">
            <button
              type="button"
              class="p-2 text-ink-soft hover:text-ink"
              (click)="find()"
              aria-label="Find a song or a student"
              title="Find ( / )"
            >
              <ng-icon name="lucideSearch" size="18" />
            </button>
            <button
              type="button"
              class="p-2 text-ink-soft hover:text-ink max-sm:hidden"
              (click)="showKeys()"
              aria-label="Keys of this view"
              title="Keys ( ? )"
            >
              <ng-icon name="lucideKeyboard" size="18" />
            </button>
            <a
              routerLink="/me"
              class="p-2 text-ink-soft hover:text-ink"
              aria-label="How you like things shown"
              ><ng-icon name="lucideSettings2" size="18"
            /></a>
            <button
              type="button"
              class="p-2 text-ink-soft hover:text-ink"
              (click)="theme.toggle()"
              [attr.aria-label]="themeLabel()"
            >
              <ng-icon [name]="theme.name() === 'light' ? 'lucideMoon' : 'lucideSun'" size="18" />
            </button>
            <button
              type="button"
              class="p-2 text-ink-soft hover:text-ink"
              (click)="signOut()"
              aria-label="Sign out"
            >
              <ng-icon name="lucideLogOut" size="18" />
            </button>
          </span>
        </header>
      }
    }
    @if (faults.isOne()) {
      <div
        role="alert"
        class="flex flex-wrap items-center gap-3 border-b border-line bg-sheet px-4 py-2 sm:px-6"
      >
        <span
          ><b>Something on this page went wrong.</b> What you wrote or played is kept. Go on; if
          something does not answer, load the page anew.</span
        >
        <button type="button" class="button" (click)="faults.goOn()">Go on</button>
        <a class="link" [href]="here()">Load the page anew</a>
      </div>
    }
    <main class="flex min-w-0 flex-1 flex-col"><router-outlet /></main>
  `,
})
export class App {
  protected readonly session = inject(Session);
  protected readonly theme = inject(Theme);
  protected readonly faults = inject(Faults);
  private readonly router = inject(Router);
  private readonly injector = inject(Injector);
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map((event) => event.urlAfterRedirects),
    ),
    { initialValue: '' },
  );

  protected readonly here = computed(() => this.url());
  protected readonly isPractising = computed(() => this.url().includes('/practice/'));
  protected readonly themeLabel = computed(() =>
    this.theme.name() === 'light' ? 'Use the dark theme' : 'Use the light theme',
  );
  protected readonly places = computed(() => {
    const role = this.session.person()?.role;
    return role === 'owner' ? OWNING : role === 'teacher' ? TEACHING : LEARNING;
  });

  protected press(event: KeyboardEvent): void {
    if (isTyping(event) || event.ctrlKey || event.metaKey || !this.session.person()) return;
    if (event.key !== '/' && event.key !== '?') return;
    event.preventDefault();
    if (event.key === '/') this.find();
    else this.showKeys();
  }

  protected find(): void {
    void this.dialogs().then((dialogs) => dialogs.find());
  }

  protected showKeys(): void {
    void this.dialogs().then((dialogs) => dialogs.showKeys());
  }

  /** Loaded when the first is opened. */
  private async dialogs(): Promise<Dialogs> {
    const find = await import('./features/find');
    return this.injector.get(find.Dialogs);
  }

  protected signOut(): void {
    this.session.signOut().subscribe();
  }
}
