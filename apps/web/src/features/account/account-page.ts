import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Session } from '../../platform/session';
import { DayLabel } from '../../ui/day-label';
import { Page } from '../../ui/page';
import { AccountState } from './account.state';
import { OwnCalendarPart } from './parts/own-calendar';
import { PasswordForm } from './parts/password-form';
import { SecondFactor } from './parts/second-factor';

const FEW = 6;

/** One's own account: its password, where it is signed in, and what else proves that it is you. */
@Component({
  selector: 'harvu-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, OwnCalendarPart, Page, PasswordForm, SecondFactor],
  providers: [AccountState],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page title="Your account" trail="Your ways / account" [problem]="state.problem()">
      <p role="status" class="min-h-6 text-spruce">{{ state.done() }}</p>
      <div class="grid gap-x-10 gap-y-8 md:grid-cols-2">
        <div class="grid content-start gap-8">
          <section aria-labelledby="password-heading">
            <h2 id="password-heading" class="mb-2 text-base">Password</h2>
            <harvu-password-form (changed)="state.passwordChanged()" />
          </section>
          <section aria-labelledby="calendar-heading">
            <h2 id="calendar-heading" class="mb-2 text-base">Your dates in another calendar</h2>
            <harvu-own-calendar />
          </section>
          @if (session.isTeaching()) {
            <section aria-labelledby="factor-heading">
              <h2 id="factor-heading" class="mb-2 text-base">A second factor</h2>
              <harvu-second-factor
                [isOn]="hasFactor()"
                [factor]="state.factor()"
                [recovery]="state.recovery()"
                (started)="state.startFactor()"
                (taken)="state.takeFactor($event)"
                (dropped)="state.dropFactor()"
              />
            </section>
          }
        </div>
        <section aria-labelledby="where-heading">
          <h2 id="where-heading" class="mb-2 text-base">Where you are signed in</h2>
          <ul class="border-t border-line">
            @for (one of shown(); track one.id) {
              <li class="flex items-center gap-3 border-b border-line-soft py-2">
                <span class="min-w-0 flex-1"
                  >{{ one.device }}
                  @if (one.isThis) {
                    <b>· here</b>
                  }
                  <span class="block text-xs text-ink-soft"
                    >since {{ one.createdAt | day: 'time' }}, last seen
                    {{ one.seenAt | day: 'time' }}</span
                  ></span
                >
                @if (!one.isThis) {
                  <button type="button" class="button" (click)="state.end(one.id)">Sign out</button>
                }
              </li>
            }
          </ul>
          @if (shown().length < state.sessions().length) {
            <button type="button" class="link mt-2 block" (click)="isWhole.set(true)">
              Show all {{ state.sessions().length }}
            </button>
          }
          @if (state.sessions().length > 1) {
            <button type="button" class="button mt-3" (click)="state.endOthers()">
              Sign out everywhere else
            </button>
          }
        </section>
      </div>
    </harvu-page>
  `,
})
export class AccountPage {
  protected readonly session = inject(Session);
  protected readonly state = inject(AccountState);
  protected readonly hasFactor = computed(() => this.session.person()?.hasSecondFactor ?? false);

  protected readonly isWhole = signal(false);
  /** The one here first, then the newest. */
  protected readonly shown = computed(() => {
    const all = this.state.sessions();
    const ordered = [...all.filter((one) => one.isThis), ...all.filter((one) => !one.isThis)];
    return this.isWhole() ? ordered : ordered.slice(0, FEW);
  });

  constructor() {
    this.state.load();
  }
}
