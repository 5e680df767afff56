import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { songPatterns } from '@harvu/core/timeline';
import { formatMeter } from '@harvu/core/rhythm';
import {
  settledFrame,
  type NamedPattern,
  type PatternUse,
  type SongDocument,
} from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import { PatternLane } from '../../ui/pattern-lane';
import { PatternEditor } from './pattern-editor';

function useWords({ layer, bars }: PatternUse): string {
  const inBars =
    bars && (bars.from === bars.to ? `bar ${bars.from}` : `bars ${bars.from}–${bars.to}`);
  return `${layer ? ` ${layer}` : ''}${inBars ? ` ${inBars}` : ''}`;
}

/** The song's patterns as lanes; choosing one opens its editor. */
@Component({
  selector: 'harvu-pattern-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PatternEditor, PatternLane],
  host: { class: 'block' },
  template: `
    <h2 class="mb-1 flex items-baseline gap-3 text-sm text-ink-soft">
      Patterns
      <button type="button" class="link text-xs font-normal" (click)="add()">New pattern</button>
    </h2>
    <ul class="grid gap-2">
      @for (one of shown(); track one.named.name) {
        <li>
          <button
            type="button"
            class="block w-full rounded-md border px-2 py-1 text-left hover:border-ink-soft"
            [class]="one.named.name === chosen() ? 'border-ink' : 'border-transparent'"
            [attr.aria-expanded]="one.named.name === chosen()"
            (click)="choose(one.named.name)"
          >
            <span class="text-xs text-ink-soft"
              ><b class="text-sm text-ink">{{ one.named.name }}</b> {{ one.meter
              }}{{ one.named.free ? ', free' : '' }} · {{ one.where }}</span
            >
            @if (one.pattern; as pattern) {
              <harvu-lane [pattern]="pattern" [scale]="0.8" />
            } @else {
              <span class="block text-rose">does not fill its bar</span>
            }
          </button>
        </li>
      }
    </ul>
    @if (edited(); as named) {
      <harvu-pattern-editor
        class="mt-2"
        [song]="song()"
        [named]="named"
        [grips]="grips()"
        (changed)="changed.emit($event)"
        (closed)="chosen.set('')"
      />
    }
  `,
})
export class PatternRow {
  readonly song = input.required<SongDocument>();
  readonly grips = input<readonly SongGrip[]>([]);
  readonly changed = output<SongCommand>();
  protected readonly chosen = signal('');

  private readonly patterns = computed(() => songPatterns(this.song()));
  protected readonly shown = computed(() =>
    this.song().patterns.map((named) => ({
      named,
      meter: formatMeter(named.meter),
      pattern: this.patterns().named[named.name],
      where: this.whereOf(named),
    })),
  );
  protected readonly edited = computed(() =>
    this.song().patterns.find((one) => one.name === this.chosen()),
  );

  private whereOf({ name }: NamedPattern): string {
    const places = this.song().sections.flatMap((section) => [
      ...(section.pattern === name ? [section.name] : []),
      ...(section.patternUses ?? [])
        .filter((use) => use.pattern === name)
        .map((use) => `${section.name}${useWords(use)}`),
    ]);
    return places.length === 0 ? 'in no section yet' : places.join(', ');
  }

  protected choose(name: string): void {
    this.chosen.update((now) => (now === name ? '' : name));
  }

  /** A new pattern begins as one down-stroke a beat: the plainest that fills the bar. */
  protected add(): void {
    const taken = new Set(this.song().patterns.map((one) => one.name));
    let number = taken.size + 1;
    while (taken.has(`pattern-${number}`)) number += 1;
    const { meter } = settledFrame(this.song().frame);
    const strokes = Array<string>(meter.beats).fill('D');
    const name = `pattern-${number}`;
    this.changed.emit({ kind: 'set-pattern', pattern: { name, meter, strokes } });
    this.chosen.set(name);
  }
}
