import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { handWords } from '@harvu/core/fretboard';
import type { Conventions } from '@harvu/core/conventions';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { defer, tap } from 'rxjs';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { ChordLabel, OtherChordLabel } from '../../ui/chord-label';
import { GripDiagram } from '../../ui/grip-diagram';
import { Page } from '../../ui/page';

interface Choice {
  readonly value: string | boolean;
  readonly label: string;
}

interface Question {
  readonly field: keyof Conventions;
  readonly asks: string;
  readonly choices: readonly Choice[];
}

const QUESTIONS: readonly Question[] = [
  {
    field: 'leftHanded',
    asks: 'You hold the guitar',
    choices: [
      { value: false, label: 'right-handed' },
      { value: true, label: 'left-handed, diagrams mirrored' },
    ],
  },
  {
    field: 'strings',
    asks: 'Strings are called',
    choices: [
      { value: 'numbers', label: 'by number, 1 the thinnest' },
      { value: 'letters', label: 'by letter, low E to high E' },
    ],
  },
  {
    field: 'frets',
    asks: 'Frets are counted',
    choices: [
      { value: 'capo', label: 'from the capo' },
      { value: 'nut', label: 'from the nut' },
    ],
  },
  {
    field: 'counts',
    asks: 'Beats are counted',
    choices: [
      { value: 'syllables', label: '1 & 2 &, with syllables' },
      { value: 'numbers', label: '1 2 3 4, every slot its number' },
    ],
  },
  {
    field: 'names',
    asks: 'With a capo, chords are named',
    choices: [
      { value: 'shape', label: 'by their shape first' },
      { value: 'sounding', label: 'by what sounds first' },
    ],
  },
];

const SAMPLE = { tuning: STANDARD_TUNING, capo: 2 };

/** How somebody likes strings, frets, names and diagrams; it holds everywhere at once. */
@Component({
  selector: 'harvu-ways-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel, GripDiagram, OtherChordLabel, Page, RouterLink],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page title="Your ways" [problem]="task.problem()">
      <span figures class="text-ink-soft">how strings, frets and names are shown to you</span>
      <div class="grid gap-x-10 gap-y-6 md:grid-cols-[minmax(0,460px)_minmax(0,1fr)]">
        <div class="grid content-start gap-5">
          @for (question of questions; track question.field) {
            <fieldset>
              <legend class="mb-1 font-display font-bold">{{ question.asks }}</legend>
              @for (choice of question.choices; track choice.label) {
                <label class="flex items-center gap-3 border-b border-line-soft py-2">
                  <input
                    type="radio"
                    class="size-4 accent-spruce"
                    [name]="question.field"
                    [checked]="session.conventions()[question.field] === choice.value"
                    (change)="choose(question.field, choice.value)"
                  />
                  {{ choice.label }}
                </label>
              }
            </fieldset>
          }
          <p role="status" class="min-h-6 text-spruce">{{ told() }}</p>
          <p>
            <a class="link" routerLink="/me/account"
              >Your account: password, and where you are signed in</a
            >
          </p>
          <p><a class="link" routerLink="/worked-out">How everything is worked out</a></p>
        </div>
        <section aria-labelledby="sample-heading" class="md:border-l md:border-line md:pl-10">
          <h2 id="sample-heading" class="text-sm text-ink-soft">
            So it looks, with a capo at fret 2
          </h2>
          <div class="mt-3 flex items-center gap-6">
            <div>
              <p class="font-display text-2xl font-bold">{{ 'D' | chord: 2 }}</p>
              <p class="text-ink-soft">{{ 'D' | otherChord: 2 }}</p>
            </div>
            <harvu-grip
              [grip]="[null, null, 0, 2, 3, 2]"
              [fingers]="[null, null, null, 1, 3, 2]"
              [setup]="sample"
              [scale]="1.6"
            />
          </div>
          <p class="mt-3 max-w-[44ch]">“{{ sentence() }}”</p>
        </section>
      </div>
    </harvu-page>
  `,
})
export class WaysPage {
  protected readonly session = inject(Session);
  protected readonly questions = QUESTIONS;
  protected readonly sample = SAMPLE;
  protected readonly task = new Task();
  protected readonly told = signal('');
  protected readonly sentence = computed(() => {
    const words = handWords(this.session.conventions(), SAMPLE);
    return `Finger 3 lands on ${words.string(4)} ${words.fret(3)}.`;
  });

  protected choose(field: keyof Conventions, value: string | boolean): void {
    // Upon what the choice before it came to, however quickly one follows the other.
    const chosen = defer(() =>
      this.session.saveConventions({ ...this.session.conventions(), [field]: value }),
    );
    this.task.run(chosen.pipe(tap(() => this.told.set('Kept.'))));
  }
}
