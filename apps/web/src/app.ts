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
import { isPracticeRoom } from './platform/addresses';
import { Session } from './platform/session';
import { Task } from './platform/task';
import { isTyping } from './platform/view-keys';
import { Theme } from './platform/theme';
import { Logo } from './ui/logo';

interface Place {
  readonly path: string;
  readonly name: string;
}

const TEACHING: readonly Place[] = [
  { path: '/today', name: 'Today' },
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
  templateUrl: './app.html',
})
export class App {
  protected readonly session = inject(Session);
  protected readonly theme = inject(Theme);
  protected readonly faults = inject(Faults);
  private readonly router = inject(Router);
  private readonly task = new Task();
  private readonly injector = inject(Injector);
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map((event) => event.urlAfterRedirects),
    ),
    { initialValue: '' },
  );

  protected readonly here = computed(() => this.url());
  protected readonly isPractising = computed(() => isPracticeRoom(this.url()));
  protected readonly themeLabel = computed(() =>
    this.theme.name() === 'light' ? 'Use the dark theme' : 'Use the light theme',
  );
  protected readonly isDemo = computed(
    () => this.session.person()?.isDemo ?? this.session.door().isDemo,
  );
  protected readonly places = computed(() => {
    const role = this.session.person()?.role;
    return role === 'owner' ? OWNING : role === 'teacher' ? TEACHING : LEARNING;
  });

  protected readonly findWords = computed(() =>
    this.session.isTeaching() ? 'Find a song, student, chord' : 'Find a song of yours',
  );

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
    this.task.run(this.session.signOut());
  }
}
