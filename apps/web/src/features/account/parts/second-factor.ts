import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FactorStart } from '@harvu/contract';
import { SquareCode } from './square-code';

/** Lets a teacher have their sign-in ask for a code, too. */
@Component({
  selector: 'harvu-second-factor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SquareCode],
  template: `
    @if (recovery().length > 0) {
      <p class="max-w-[52ch]">
        <b>Keep these codes where you keep your papers.</b> Each opens your account once, should the
        authenticator be lost. They are not shown again.
      </p>
      <ul class="mt-2 grid max-w-[300px] grid-cols-2 gap-x-6 font-mono">
        @for (code of recovery(); track code) {
          <li>{{ code }}</li>
        }
      </ul>
    }
    @if (factor(); as start) {
      <p class="max-w-[52ch]">
        Let an authenticator read this square, or type the letters below it.
      </p>
      <harvu-square-code class="my-3 block" [words]="start.uri" />
      <p class="font-mono text-sm break-all">{{ spelled() }}</p>
      <form
        class="mt-3 flex flex-wrap gap-2"
        (submit)="$event.preventDefault(); taken.emit(code.value.trim())"
      >
        <input
          #code
          class="field w-32"
          required
          maxlength="8"
          inputmode="numeric"
          autocomplete="one-time-code"
          aria-label="The code it shows"
        />
        <button type="submit" class="button button-first">It shows this code</button>
      </form>
    } @else if (isOn()) {
      <p class="mt-2">
        Signing in asks for a code.
        <button type="button" class="link" (click)="dropped.emit()">Switch it off</button>
      </p>
    } @else {
      <p class="max-w-[52ch] text-ink-soft">
        Signing in can ask for a code from your telephone, too: a stolen password alone then opens
        nothing.
      </p>
      <button type="button" class="button mt-2" (click)="started.emit()">Set it up</button>
    }
  `,
})
export class SecondFactor {
  readonly isOn = input.required<boolean>();
  readonly factor = input<FactorStart | null>(null);
  readonly recovery = input<readonly string[]>([]);
  readonly started = output();
  readonly taken = output<string>();
  readonly dropped = output();
  /** In groups of four, as one types it. */
  protected readonly spelled = computed(() =>
    (this.factor()?.secret ?? '').replace(/(.{4})(?=.)/g, '$1 '),
  );
}
