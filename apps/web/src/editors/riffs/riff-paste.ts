import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { isTabLine } from '@harvu/core/loose';
import type { Tuning } from '@harvu/core/pitch';
import { readSpoken, readTab, type CountedFrom } from '@harvu/core/riff';

/** A bass has as few; a list of notes has fewer lines of dashes. */
const FEWEST_STRINGS = 4;

/** What was pasted, as the body of a riff, and what is to be known of it. */
interface Pasted {
  readonly body: string;
  readonly says: string;
  readonly faults: readonly string[];
}

/** A spoken list, or lines of tab, read into a riff; from which side strings are counted is asked. */
@Component({
  selector: 'harvu-riff-paste',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label class="block text-xs text-ink-soft">
      A list as it is spoken, or lines of tab
      <textarea
        #text
        class="field mt-0.5 min-h-20 font-mono"
        rows="3"
        maxlength="6000"
        spellcheck="false"
        (input)="text$.set(text.value)"
      ></textarea>
    </label>
    @if (!isOfTab() && text$() !== '') {
      <div class="mt-1 flex flex-wrap gap-4 text-xs text-ink-soft">
        <label>
          strings are counted
          <select #side class="field w-auto py-0.5" (change)="countSide(side.value)">
            <option value="thinnest">from the thinnest</option>
            <option value="thickest">from the thickest</option>
          </select>
        </label>
        @if (capo() > 0) {
          <label>
            frets are counted
            <select #frets class="field w-auto py-0.5" (change)="fretsFrom.set($any(frets.value))">
              <option value="capo">from the capo</option>
              <option value="nut">from the nut</option>
            </select>
          </label>
        }
      </div>
    }
    @for (fault of pasted().faults; track $index) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault }}</p>
    }
    @if (pasted().body !== '') {
      <p class="mt-1 font-mono text-xs break-words">{{ pasted().body }}</p>
      <div class="mt-1 flex items-center gap-3 text-xs text-ink-soft">
        <button type="button" class="button button-strong" (click)="taken.emit(pasted().body)">
          Take it over
        </button>
        {{ pasted().says }}
      </div>
    }
  `,
})
export class RiffPaste {
  readonly tuning = input.required<Tuning>();
  readonly capo = input(0);
  readonly taken = output<string>();
  protected readonly text$ = signal('');
  protected readonly fretsFrom = signal<'capo' | 'nut'>('capo');
  private readonly side = signal<CountedFrom>('thinnest');
  protected readonly isOfTab = computed(() => isTab(this.text$()));
  protected readonly pasted = computed((): Pasted => {
    const text = this.text$();
    if (text.trim() === '') return { body: '', says: '', faults: [] };
    if (this.isOfTab()) {
      const { riff, faults } = readTab(text);
      const says = 'The rhythm is guessed from the spacing: put it right note by note.';
      return {
        body: riff,
        says,
        faults: faults.map(({ line, message }) => `Line ${line}: ${message}`),
      };
    }
    const { riff, faults } = readSpoken(text, {
      tuning: this.tuning(),
      capo: this.capo(),
      countedFrom: this.side(),
      fretsFrom: this.fretsFrom(),
    });
    const says = 'All notes are as long: tell the rhythm note by note, or by dots.';
    return { body: riff, says, faults: faults.map(({ message }) => message) };
  });

  protected countSide(side: string): void {
    this.side.set(side === 'thickest' ? 'thickest' : 'thinnest');
  }
}

function isTab(text: string): boolean {
  return text.split('\n').filter(isTabLine).length >= FEWEST_STRINGS;
}
