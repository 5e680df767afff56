import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
} from '@angular/core';
import { isPedalKey, Pedal, type PedalDoes } from '../pedal';

interface Question {
  readonly does: PedalDoes;
  readonly name: string;
  readonly asks: string;
}

const QUESTIONS: readonly Question[] = [
  { does: 'clean', name: 'Clean', asks: 'Press the switch that is to mean “clean”.' },
  { does: 'stumbled', name: 'Stumbled', asks: 'Now the one that is to mean “stumbled”.' },
  {
    does: 'start',
    name: 'Start and stop',
    asks: 'And one to start and stop, if there is a third.',
  },
];
const KEY_NAMES: Readonly<Record<string, string>> = { ' ': 'space' };

/** A pedal is learnt by pressing it: one switch after the other, then it can be tried. */
@Component({
  selector: 'harvu-pedal-keys',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class:
      'fixed inset-0 z-30 flex flex-col items-center justify-center gap-4 overflow-auto bg-paper p-4 text-center',
    role: 'dialog',
    'aria-label': 'Learn a pedal',
    '(document:keydown)': 'press($event)',
  },
  template: `
    @if (question(); as one) {
      <p class="text-ink-soft">Pedal, {{ step() + 1 }} of {{ questions.length }}</p>
      <p class="say max-w-[30ch] font-semibold" role="status">{{ one.asks }}</p>
      <p class="max-w-[44ch] text-ink-soft">
        Page-turning pedals usually work as they are: forward is clean, back is stumbled.
      </p>
      <button type="button" class="button min-h-[44px]" (click)="next()">Leave it as it is</button>
    } @else {
      <p class="say" role="status">
        @if (tried(); as last) {
          {{ last }}
        } @else {
          Now try it: press any of them.
        }
      </p>
      <dl class="grid grid-cols-[auto_auto] gap-x-6 gap-y-1 text-left text-lg">
        @for (one of questions; track one.does) {
          <dt>{{ one.name }}</dt>
          <dd class="font-mono">{{ keyOf(one.does) }}</dd>
        }
      </dl>
      <p class="flex flex-wrap justify-center gap-3">
        <button type="button" class="button button-first big" (click)="closed.emit()">Good</button>
        <button type="button" class="button min-h-[44px]" (click)="again()">Once more</button>
        <button type="button" class="button min-h-[44px]" (click)="forget()">As usual again</button>
      </p>
    }
    @if (question()) {
      <button type="button" class="button min-h-[44px]" (click)="closed.emit()">Close</button>
    }
  `,
  styles: `
    .say {
      font-size: 1.5rem;
      line-height: 1.3;
    }
    .big {
      min-width: 8rem;
      min-height: 4.125rem;
      font-size: 1.5rem;
    }
  `,
})
export class PedalKeys {
  readonly closed = output();
  private readonly pedal = inject(Pedal);
  protected readonly questions = QUESTIONS;
  protected readonly step = signal(0);
  protected readonly tried = signal('');
  protected readonly question = computed(() => QUESTIONS[this.step()]);

  protected next(): void {
    this.step.update((before) => before + 1);
  }

  protected again(): void {
    this.step.set(0);
    this.tried.set('');
  }

  protected forget(): void {
    this.pedal.forget();
    this.tried.set('');
  }

  protected keyOf(does: PedalDoes): string {
    const key = this.pedal.learnt()[does];
    return key === undefined ? 'as usual' : (KEY_NAMES[key] ?? key);
  }

  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.closed.emit();
    else if (!isPedalKey(event.key) || event.repeat || this.pedal.isBounce(event)) return;
    else this.take(event.key);
    event.preventDefault();
  }

  private take(key: string): void {
    const question = this.question();
    if (question) {
      this.pedal.learn(question.does, key);
      this.next();
      return;
    }
    const does = this.pedal.doesOf(key);
    const name = QUESTIONS.find((one) => one.does === does)?.name;
    this.tried.set(name ? `That is: ${name}.` : 'That one does nothing here.');
  }
}
