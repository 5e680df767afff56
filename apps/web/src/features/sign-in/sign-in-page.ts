import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import type { Person, SignIn } from '@harvu/contract';
import { tap, type Observable } from 'rxjs';
import { isDoor } from '../../platform/addresses';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { FieldRow } from '../../ui/field-row';
import { Logo } from '../../ui/logo';
import { ProblemLine } from '../../ui/problem-line';
import { RestoreForm } from './restore-form';
import { SetUpForm } from './set-up-form';

const ROLE_WORDS = { owner: 'owner and teacher', teacher: 'teacher', student: 'student' } as const;

/** The door: sign in, or set the studio up when it is new. */
@Component({
  selector: 'harvu-sign-in-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, FieldRow, Logo, ProblemLine, RestoreForm, SetUpForm],
  host: { class: 'grid flex-1 content-start justify-center px-4 pt-[9vh] pb-8' },
  template: `
    <div class="w-full max-w-[760px]">
      <p class="flex items-center gap-3">
        <harvu-logo /><span class="font-display text-lg font-bold">harvu</span>
      </p>
      @if (session.door().needsSetUp) {
        <h1 class="mt-6 text-xl">
          {{ restores() ? 'Bring your studio back' : 'Set up your studio' }}
        </h1>
        <p class="mt-1 max-w-[52ch] text-ink-soft">
          {{
            restores()
              ? 'Everything the file holds is put in its place, or nothing of it.'
              : 'You become its owner. Teachers and students come later, from the Studio page.'
          }}
        </p>
        <div class="mt-6 max-w-[360px]">
          @if (restores()) {
            @defer (on immediate) {
              <harvu-restore-form />
            }
          } @else {
            @defer (on immediate) {
              <harvu-set-up-form (made)="enter($event)" [problem]="task.problem()" />
            }
          }
          <button type="button" class="link mt-6 block" (click)="restores.set(!restores())">
            {{ restores() ? 'Set up a new studio instead' : 'Bring a studio back from its file' }}
          </button>
        </div>
      } @else {
        <h1 class="mt-6 text-xl">{{ session.door().studioName || 'Sign in' }}</h1>
        <p class="mt-1 max-w-[52ch] text-ink-soft">
          Songs in steps you can play, at tempos you can hold, until the whole song goes.
        </p>
        <div class="mt-6 grid gap-8 md:grid-cols-[340px_1fr]">
          <form [formGroup]="form" (ngSubmit)="send()" class="grid content-start gap-4">
            <harvu-field label="Sign-in name">
              <input
                class="field"
                formControlName="signInName"
                autocomplete="username"
                autocapitalize="none"
              />
            </harvu-field>
            <harvu-field label="Password">
              <input
                class="field"
                type="password"
                formControlName="password"
                autocomplete="current-password"
              />
            </harvu-field>
            @if (needsCode()) {
              <harvu-field label="Code" hint="From your authenticator, or a recovery code.">
                <input class="field" formControlName="code" autocomplete="one-time-code" />
              </harvu-field>
            }
            <harvu-problem [problem]="task.problem()" />
            <button type="submit" class="button button-first" [disabled]="task.count() > 0">
              Sign in
            </button>
            <p class="text-xs text-ink-soft">
              Forgotten? The owner of the studio can set a new password.
            </p>
          </form>
          @if (accounts().length > 0) {
            <section aria-labelledby="demo-heading" class="border-line md:border-l md:pl-8">
              <h2 id="demo-heading" class="text-sm text-ink-soft">Demo accounts</h2>
              <ul class="mt-2 grid gap-2">
                @for (account of accounts(); track account.signInName) {
                  <li>
                    <button
                      type="button"
                      class="button w-full justify-between py-2"
                      [disabled]="task.count() > 0"
                      (click)="signIn(account)"
                    >
                      <span>{{ account.name }}</span>
                      <span class="text-xs font-normal text-ink-soft">{{ account.words }}</span>
                    </button>
                  </li>
                }
              </ul>
              <p class="mt-3 text-xs text-ink-soft">
                Everybody and every song in the demo is made up.
              </p>
            </section>
          }
        </div>
      }
    </div>
  `,
})
export class SignInPage {
  /** Where to go afterwards, from the address. */
  readonly from = input<string>();
  protected readonly session = inject(Session);
  private readonly router = inject(Router);
  protected readonly task = new Task();
  protected readonly form = inject(NonNullableFormBuilder).group({
    signInName: '',
    password: '',
    code: '',
  });
  /** Whether a studio that was saved is brought back instead of a new one set up. */
  protected readonly restores = signal(false);
  /** Asked for once an account turned out to have a second factor. */
  protected readonly needsCode = signal(false);
  protected readonly accounts = computed(() =>
    this.session.door().demoAccounts.map((one) => ({ ...one, words: ROLE_WORDS[one.role] })),
  );

  protected send(): void {
    this.signIn(this.form.getRawValue());
  }

  protected signIn({ signInName, password, code = '' }: SignIn): void {
    const factor = code.trim() === '' ? {} : { code: code.trim() };
    const entering = this.session.signIn({ signInName: signInName.trim(), password, ...factor });
    this.enter(
      entering.pipe(
        tap({
          error: (error: unknown) => this.needsCode.update((now) => now || asksForCode(error)),
        }),
      ),
    );
  }

  protected enter(entering: Observable<Person>): void {
    if (this.task.count() > 0) return;
    const goOn = (): unknown => this.router.navigateByUrl(this.destination());
    this.task.run(entering.pipe(tap(goOn)));
  }

  /** Only a path of our own is gone back to. */
  private destination(): string {
    const from = this.from() ?? '';
    return /^\/(?!\/)/.test(from) && !isDoor(from) ? from : this.session.home();
  }
}

function asksForCode(error: unknown): boolean {
  return toProblem(error).code === 'code-needed';
}
