import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { songPatterns } from '@harvu/core/timeline';
import { formatMeter } from '@harvu/core/rhythm';
import {
  settledFrame,
  type NamedPattern,
  type PatternUse,
  type SongDocument,
} from '@harvu/core/song';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import { InView } from '../../ui/in-view';
import { PatternLane } from '../../ui/pattern-lane';
import { PatternEditor } from './pattern-editor';

/** The song's patterns as lanes; choosing one opens its editor. */
@Component({
  selector: 'harvu-pattern-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InView, PatternEditor, PatternLane],
  host: { class: 'block' },
  template: `
    <h3 class="mb-1 flex items-baseline gap-3 text-sm text-ink-soft">
      {{ heading() }}
      <button type="button" class="link text-xs font-normal" (click)="add()">New pattern</button>
    </h3>
    <ul class="grid gap-2">
      @for (one of shown(); track $index) {
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
          @if (one.named.name === chosen()) {
            <div class="mt-1.5 flex flex-wrap items-center gap-2 text-xs text-ink-soft">
              <label
                >called
                <input
                  #name
                  class="field w-40 py-0.5"
                  maxlength="40"
                  [value]="one.named.name"
                  (change)="rename(one.named.name, name)"
              /></label>
              <button type="button" class="button min-h-8 py-0" (click)="copy(one.named)">
                Copy it
              </button>
              <button type="button" class="button min-h-8 py-0" (click)="drop(one.named.name)">
                Take it away
              </button>
            </div>
            <harvu-pattern-editor
              harvuInView
              class="mt-2"
              [song]="song()"
              [named]="one.named"
              [grips]="grips()"
              (changed)="changed.emit($event)"
              (closed)="chosen.set('')"
            />
          }
        </li>
      }
    </ul>
  `,
})
export class PatternRow {
  readonly song = input.required<SongDocument>();
  readonly grips = input<readonly SongGrip[]>([]);
  readonly changed = output<SongCommand>();
  /** The names of those that are shown; all of the song's where none are said. */
  readonly only = input<readonly string[] | undefined>();
  readonly heading = input('Patterns');
  /** The section that a new pattern is for. */
  readonly section = input('');
  protected readonly chosen = signal('');

  private readonly patterns = computed(() => songPatterns(this.song()));
  protected readonly shown = computed(() =>
    this.song()
      .patterns.filter((one) => this.only()?.includes(one.name) ?? true)
      .map((named) => ({
        named,
        meter: formatMeter(named.meter),
        pattern: this.patterns().named[named.name],
        where: this.whereOf(named),
      })),
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

  private freeName(wished: string): string {
    const taken = new Set(this.song().patterns.map((one) => one.name));
    let number = 2;
    if (!taken.has(wished)) return wished;
    while (taken.has(`${wished}-${number}`)) number += 1;
    return `${wished}-${number}`;
  }

  /** A name that is taken or cannot be written goes back to what it was. */
  protected rename(from: string, field: HTMLInputElement): void {
    const to = field.value.trim().replaceAll(/[\s":]+/g, '-');
    const edit = { kind: 'rename-pattern', from, to } as const;
    if (withCommand(this.song(), edit) === this.song()) field.value = from;
    else {
      this.changed.emit(edit);
      this.chosen.set(to);
    }
  }

  protected copy(named: NamedPattern): void {
    this.put({ ...named, name: this.freeName(named.name) });
  }

  protected drop(name: string): void {
    this.chosen.set('');
    this.changed.emit({ kind: 'drop-pattern', name });
  }

  /** A new pattern begins as one down-stroke a beat: the plainest that fills the bar. */
  protected add(): void {
    const { meter } = settledFrame(this.song());
    const strokes = Array<string>(meter.beats).fill('D');
    this.put({ name: this.freeName('pattern-1'), meter, strokes });
  }

  /** Shown for one section, a pattern is laid over it at once. */
  private put(pattern: NamedPattern): void {
    this.changed.emit({ kind: 'set-pattern', pattern });
    const section = this.section();
    if (section !== '') {
      this.changed.emit({ kind: 'use-pattern', section, use: { pattern: pattern.name } });
    }
    this.chosen.set(pattern.name);
  }
}

function useWords({ layer, bars }: PatternUse): string {
  const inBars =
    bars && (bars.from === bars.to ? `bar ${bars.from}` : `bars ${bars.from}–${bars.to}`);
  return `${layer ? ` ${layer}` : ''}${inBars ? ` ${inBars}` : ''}`;
}
