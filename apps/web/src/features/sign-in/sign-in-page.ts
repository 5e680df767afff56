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
  templateUrl: './sign-in-page.html',
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
