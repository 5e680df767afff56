import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** A thing a table may say, in words, and the column it is read from. */
export interface ColumnUse {
  readonly field: string;
  readonly words: string;
  readonly column: number | null;
}

const SEPARATORS: Readonly<Record<string, string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

/** Says which column stands for what, and lets it be put right. */
@Component({
  selector: 'harvu-columns-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="text-ink-soft">
      Read as {{ encoding() }}, columns parted by {{ parted() }}. What each column is:
    </p>
    <div class="mt-2 flex flex-wrap gap-3">
      @for (use of uses(); track use.field) {
        <label class="w-40 text-xs text-ink-soft"
          >{{ use.words }}
          <select
            class="field mt-0.5"
            [class.border-dashed]="use.column === null"
            (change)="choose(use.field, $any($event.target).value)"
          >
            <option value="" [selected]="use.column === null">in no column</option>
            @for (name of head(); track $index) {
              <option [value]="$index" [selected]="use.column === $index">{{ name }}</option>
            }
          </select>
        </label>
      }
    </div>
  `,
})
export class ColumnsChoice {
  readonly encoding = input.required<string>();
  readonly separator = input.required<string>();
  readonly head = input.required<readonly string[]>();
  readonly uses = input.required<readonly ColumnUse[]>();
  readonly chosen = output<Readonly<Record<string, number | null>>>();
  protected readonly parted = computed(
    () => SEPARATORS[this.separator()] ?? `“${this.separator()}”`,
  );

  protected choose(field: string, value: string): void {
    const now = this.uses().map((use) => [use.field, use.column] as const);
    this.chosen.emit({ ...Object.fromEntries(now), [field]: value === '' ? null : Number(value) });
  }
}
