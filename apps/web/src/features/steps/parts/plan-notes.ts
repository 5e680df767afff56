import { counted } from '@harvu/core/wording';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { chordLabel } from '@harvu/core/chord';
import { formatGrip } from '@harvu/core/fretboard';
import type { PlanChange, SmallerPlan } from '@harvu/core/plan';
import type { Severity } from '@harvu/core/checks';
import { kindOf, type Workpiece } from '@harvu/core/steps';
import { dayWords } from '../../../ui/day-label';
import { Note, type NoteTone } from '../../../ui/note';
import { durationWords } from '../../../ui/duration';
import { changeWords } from '../plan-words';
import { StepsState } from '../steps.state';
import { withChange } from '../../teaching';

const TONES: Readonly<Record<Severity, NoteTone>> = {
  fault: 'rose',
  doubt: 'brass',
  note: 'slate',
};
const VERDICT_TONES = { fits: 'spruce', close: 'brass', misses: 'rose' } as const;
const SHOWN = 8;

/** What Harvu has to say about the steps: whether they are in time, what is skipped, what differs, what is odd. */
@Component({
  selector: 'harvu-plan-notes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note],
  host: { class: 'grid gap-2.5' },
  template: `
    @if (deadlineNote(); as one) {
      <harvu-note [tone]="one.tone" [heading]="one.heading">{{ one.words }}</harvu-note>
    }
    @if (smaller(); as way) {
      <harvu-note [tone]="isInTime(way) ? 'spruce' : 'brass'" heading="Smaller:">
        {{ way.words.join('; ') }}. {{ smallerTime(way) }}
        <button type="button" class="link text-sm" (click)="take(way)">Take it</button>
      </harvu-note>
    }
    @if (easierWords(); as words) {
      <harvu-note tone="brass" [heading]="bodyHeading()">
        Easier to hold or to reach: {{ words }}. The sound may be thinner.
        <button type="button" class="link text-sm" (click)="takeEasier()">Take them</button>
      </harvu-note>
    }
    @for (finding of state.planned()?.findings ?? []; track finding.key) {
      <harvu-note [tone]="tones[finding.severity]" [heading]="finding.at + '.'">{{
        finding.message
      }}</harvu-note>
    }
    @for (one of state.planned()?.unmet ?? []; track $index) {
      <harvu-note tone="brass" [heading]="wordsOf(one.change) + ':'">
        {{ one.why }}
        <button type="button" class="link text-sm" (click)="state.remove(one.change)">
          Forget it
        </button>
      </harvu-note>
    }
    @if (state.planned()?.skipped; as skipped) {
      @if (skipped.length > 0) {
        <harvu-note tone="slate" [heading]="skippedWords()">
          Shown already in other songs or lessons.
          <details class="mt-1">
            <summary class="link text-sm">Bring some back</summary>
            <ul>
              @for (step of skipped; track step.id) {
                <li class="flex min-h-7 items-center justify-between gap-2">
                  {{ step.title }}
                  <button
                    type="button"
                    class="link text-sm"
                    [attr.aria-label]="'Bring back ' + step.title"
                    (click)="state.add({ kind: 'bring-back', step: step.id })"
                  >
                    Bring back
                  </button>
                </li>
              }
            </ul>
          </details>
        </harvu-note>
      }
    }
    @if (differences().length > 0) {
      <harvu-note tone="slate" heading="By hand:">
        <ul>
          @for (one of differences(); track $index) {
            <li class="flex min-h-7 items-center justify-between gap-2">
              <span class="min-w-0">{{ wordsOf(one) }}</span>
              <button
                type="button"
                class="link min-h-6 shrink-0 px-1 text-sm"
                [attr.aria-label]="'Not: ' + wordsOf(one)"
                (click)="state.remove(one)"
              >
                Not
              </button>
            </li>
          }
        </ul>
      </harvu-note>
    }
    @if (personal()) {
      <harvu-note tone="slate" heading="For this student:">{{ personal() }}</harvu-note>
    }
  `,
})
export class PlanNotes {
  protected readonly state = inject(StepsState);
  protected readonly tones = TONES;

  protected readonly deadlineNote = computed(() => {
    const [deadline, { wantedOn }] = [this.state.deadline(), this.state.teaching()];
    if (!deadline || wantedOn === null) return undefined;
    const { verdict, finishOn, minutesADay, minutesThere } = deadline;
    const left = durationWords(this.state.left().minutes);
    const ends = finishOn === null ? 'no day is in sight' : `ends about ${dayWords(finishOn)}`;
    const needed =
      minutesADay === null
        ? 'No day of practice is left.'
        : `It takes ${minutesADay} min on each day of practice.`;
    const heads = { fits: 'fits.', close: 'is close.', misses: 'is missed.' };
    return {
      tone: VERDICT_TONES[verdict],
      heading: `${dayWords(wantedOn)} ${heads[verdict]}`,
      words: `${left} are left, and there are ${durationWords(minutesThere)} until then: it ${ends}.${verdict === 'fits' ? '' : ` ${needed}`}`,
    };
  });
  /** The first that is in time, else the smallest there is. */
  protected readonly smaller = computed(() => this.state.smaller().at(-1));

  protected isInTime({ deadline }: SmallerPlan): boolean {
    return deadline.verdict !== 'misses';
  }

  protected smallerTime(way: SmallerPlan): string {
    const time = durationWords(way.time.minutes);
    const { finishOn } = way.deadline;
    const ends = finishOn === null ? '' : `, to about ${dayWords(finishOn)}`;
    return this.isInTime(way)
      ? `That takes ${time}${ends}.`
      : `Even that takes ${time}${ends}: more minutes a day are needed.`;
  }

  protected take({ teaching }: SmallerPlan): void {
    this.state.change(() => teaching);
  }

  protected readonly bodyHeading = computed(
    () => `${this.state.known()?.profile.bodyNote ?? ''}: spare the hand.`,
  );
  protected readonly easierWords = computed(() =>
    this.state
      .easier()
      .map(({ name, grip }) => `${chordLabel(name)} as ${formatGrip(grip)}`)
      .join(', '),
  );

  /** One change for all of them, so that one undo takes them back. */
  protected takeEasier(): void {
    const easier = this.state.easier();
    this.state.change((now) =>
      easier.reduce(
        (way, { name, grip, fingers }) => withChange(way, { kind: 'grip', name, grip, fingers }),
        now,
      ),
    );
  }

  protected readonly skippedWords = computed(() => {
    const skipped = this.state.planned()?.skipped ?? [];
    const words = new Set(skipped.map((step) => kindOf(step).learns ?? 'step'));
    const counts = [...words].map((word) =>
      counted(skipped.filter((step) => (kindOf(step).learns ?? 'step') === word).length, word),
    );
    return `Skipped: ${counts.join(', ')}.`;
  });

  protected readonly differences = computed(() =>
    this.state.teaching().changes.slice(-SHOWN).toReversed(),
  );

  /** Where this student's steps differ because of who they are. */
  protected readonly personal = computed(() => {
    const work = this.state.planned()?.work;
    if (!work || this.state.keeper() === 'song') return '';
    const known = this.state.known();
    const hand = known?.leftHanded ? 'left-handed' : '';
    const told = [hand, ...studentWords(work), known?.profile.bodyNote ?? ''].filter(Boolean);
    return told.length === 0 ? '' : `${told.join('; ')}.`;
  });

  protected wordsOf(change: PlanChange): string {
    const planned = this.state.planned();
    const steps = [
      ...(planned?.steps ?? []),
      ...(planned?.skipped ?? []),
      ...(planned?.dropped ?? []),
    ];
    const sections = this.state.request()?.song.sections ?? [];
    return changeWords(
      change,
      (id) => steps.find((step) => step.id === id)?.title ?? 'a step that is gone',
      (id) => sections.find((section) => section.id === id)?.name ?? 'a section that is gone',
    );
  }
}

/** What is known of the student whose steps these are. */
function studentWords({ student, changes, pace }: Workpiece): readonly string[] {
  const { scaleLengthMm, stretchMm, strokesPerSecond } = student;
  const shown = changes.filter((one) => one.isShown).length;
  return [
    scaleLengthMm === undefined ? '' : `scale ${scaleLengthMm} mm`,
    stretchMm === undefined ? '' : `stretch ${stretchMm} mm`,
    shown === 0 ? '' : `${counted(shown, 'change')} as they have shown`,
    strokesPerSecond === undefined ? '' : `${strokesPerSecond.toFixed(1)} strokes a second`,
    Math.abs(pace - 1) < 0.02 ? '' : `changes take ${pace.toFixed(2)} times as long`,
  ];
}
