import { changeKey, isLate, slowest, type ChangeTime } from '@harvu/core/change';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { changeBetween } from '@harvu/core/fretboard';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import type { Workpiece } from '@harvu/core/steps';
import { ChangeDrawing } from '../../../ui/change-drawing';
import { ChordName } from '../../../ui/chord-name';
import { injectHandWords } from '../../../ui/hand-words';

/** The slowest change of one section, in one line of words; pressed it is drawn. */
@Component({
  selector: 'harvu-section-change',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChangeDrawing, ChordName],
  host: { class: 'block' },
  template: `
    @if (shown(); as one) {
      @if (one.isLate) {
        <p class="max-w-[46ch] text-sm">
          <button
            type="button"
            class="link font-bold"
            [attr.aria-expanded]="isDrawn()"
            (click)="isDrawn.set(!isDrawn())"
          >
            <harvu-chord [name]="one.from.name" [raised]="setup().raised" /> →
            <harvu-chord [name]="one.to.name" [raised]="setup().raised" /></button
          ><b>, the slowest here.</b>
          {{ one.line }}
          <span class="font-mono whitespace-nowrap text-brass"
            >{{ one.takes.toFixed(2) }} of {{ one.has.toFixed(2) }} s</span
          >
        </p>
        @if (isDrawn()) {
          <harvu-change
            class="mt-2 rounded-md border border-line bg-sheet p-3"
            [from]="one.from"
            [to]="one.to"
            [hand]="work().hand"
            [setup]="setup()"
          />
        }
      } @else {
        <p class="text-sm text-ink-soft">
          Every change here fits its time; the slowest is
          <harvu-chord [name]="one.from.name" [raised]="setup().raised" /> →
          <harvu-chord [name]="one.to.name" [raised]="setup().raised" />,
          {{ one.takes.toFixed(2) }} of {{ one.has.toFixed(2) }} s.
        </p>
      }
    }
  `,
})
export class SectionChange {
  readonly song = input.required<SongDocument>();
  readonly work = input.required<Workpiece>();
  /** The changes of the section, by "from to". */
  readonly pairs = input.required<ReadonlySet<string>>();
  /** The song's changes beside the time there is for them. */
  readonly times = input.required<readonly ChangeTime[]>();
  protected readonly isDrawn = signal(false);
  protected readonly setup = computed(() => settledFrame(this.song()));
  private readonly wordsFor = injectHandWords();

  /** The one that lacks most time beside what there is for it. */
  protected readonly shown = computed(() => {
    const { grips, hand } = this.work();
    const slow = slowest(this.times().filter((one) => this.pairs().has(changeKey(one))));
    const [from, to] = [slow?.from, slow?.to].map((name) => grips.find((one) => one.name === name));
    if (!slow || !from || !to) return undefined;
    const { line } = changeBetween(from, to, { hand, words: this.wordsFor(this.setup()) });
    const { takes, has } = slow;
    return { from, to, line, takes, has, isLate: isLate(slow) };
  });
}
