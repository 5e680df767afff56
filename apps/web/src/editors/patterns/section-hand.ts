import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  model,
  output,
  signal,
} from '@angular/core';
import { LAYERS, type Layer, type PatternUse, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';

const NAMES: Readonly<Record<Layer, string>> = {
  bare: 'Bare',
  pulse: 'Pulse',
  full: 'Full',
  ornaments: 'With ornaments',
};
/** What is played where nothing is said. */
const BY_ITSELF: Readonly<Record<Layer, string>> = {
  bare: 'one strum a chord',
  pulse: 'one strum a beat',
  full: 'two strokes a beat',
  ornaments: 'as in full',
};

/** How one section is struck: layer by layer, with another pattern in some of its bars. */
@Component({
  selector: 'harvu-section-hand',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', role: 'group', 'aria-label': 'How it is struck' },
  template: `
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-xs">
      <span
        class="flex overflow-hidden rounded-md border border-line"
        role="group"
        aria-label="Layer"
      >
        @for (one of layers; track one) {
          <button
            type="button"
            class="min-h-8 px-2.5"
            [class]="one === layer() ? 'bg-ink text-paper' : 'bg-sheet text-ink hover:bg-line-soft'"
            [attr.aria-pressed]="one === layer()"
            (click)="layer.set(one)"
          >
            {{ names[one] }}
          </button>
        }
      </span>
      @if (section(); as shown) {
        <label class="flex items-center gap-1.5 text-ink-soft">
          all bars
          <select
            #pattern
            class="field w-auto py-0.5"
            [value]="own()"
            (change)="use({ pattern: pattern.value })"
          >
            <option value="">{{ byItself[layer()] }}</option>
            @for (name of patternNames(); track name) {
              <option [value]="name" [selected]="name === own()">{{ name }}</option>
            }
          </select>
        </label>
        @for (one of inBars(); track one.from) {
          <span class="flex items-center gap-1.5">
            {{ one.from === one.to ? 'bar ' + one.from : 'bars ' + one.from + '–' + one.to }}
            <b>{{ one.pattern }}</b>
            <button
              type="button"
              class="link"
              [attr.aria-label]="'Take ' + one.pattern + ' away from bar ' + one.from"
              (click)="use({ pattern: '', bars: { from: one.from, to: one.to } })"
            >
              take away
            </button>
          </span>
        }
        @if (patternNames().length > 0) {
          <form
            class="flex items-center gap-1.5 text-ink-soft"
            (submit)="$event.preventDefault(); add(bars.value, other.value)"
          >
            bars, such as 7-8,
            <input
              #bars
              class="field w-16 py-0.5"
              maxlength="7"
              aria-label="Bars with another pattern"
              [attr.aria-invalid]="fault() ? true : null"
            />
            <select #other class="field w-auto py-0.5" aria-label="Their pattern">
              @for (name of patternNames(); track name) {
                <option [value]="name">{{ name }}</option>
              }
            </select>
            <button type="submit" class="button min-h-8 py-0">Add</button>
          </form>
        }
      }
    </div>
    @if (fault()) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
    }
  `,
})
export class SectionHand {
  readonly song = input.required<SongDocument>();
  readonly sectionId = input.required<string>();
  /** The layer that is shown and edited. */
  readonly layer = model.required<Layer>();
  readonly changed = output<SongCommand>();
  protected readonly layers = LAYERS;
  protected readonly names = NAMES;
  protected readonly byItself = BY_ITSELF;
  protected readonly fault = signal('');

  protected readonly section = computed(() =>
    this.song().sections.find((one) => one.id === this.sectionId()),
  );
  protected readonly patternNames = computed(() => this.song().patterns.map((one) => one.name));
  /** The uses said for the layer shown; the full layer's are said without a layer. */
  private readonly uses = computed((): readonly PatternUse[] => {
    const layer = this.layer() === 'full' ? undefined : this.layer();
    return (this.section()?.patternUses ?? []).filter((one) => one.layer === layer);
  });
  protected readonly own = computed(() => {
    if (this.layer() === 'full') return this.section()?.pattern ?? '';
    return this.uses().find((one) => !one.bars)?.pattern ?? '';
  });
  protected readonly inBars = computed(() =>
    this.uses().flatMap(({ bars, pattern }) => (bars ? [{ ...bars, pattern }] : [])),
  );

  protected use(use: PatternUse): void {
    const section = this.section();
    const layer = this.layer();
    if (!section) return;
    this.changed.emit({
      kind: 'use-pattern',
      section: section.name,
      use: layer === 'full' ? use : { ...use, layer },
    });
  }

  protected add(text: string, pattern: string): void {
    const [, first = '', last = first] =
      /^\s*(\d{1,3})(?:\s*[-–]\s*(\d{1,3}))?\s*$/.exec(text) ?? [];
    const bars = { from: Number(first), to: Number(last) };
    const isFine = bars.from >= 1 && bars.to >= bars.from;
    this.fault.set(isFine ? '' : 'Write a bar or two of them, such as 4 or 7-8.');
    if (isFine) this.use({ pattern, bars });
  }
}
