import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { clockMarks, songClock } from '@harvu/core/recording';
import type { PartedSong } from '@harvu/core/form';
import type { SongCommand } from '@harvu/core/edits';
import type { SongDocument } from '@harvu/core/song';
import { formatClock, parseClock, seconds } from '@harvu/core/units';
import { interval, map, of, switchMap } from 'rxjs';

interface MarkRow {
  readonly section: string;
  readonly name: string;
  readonly startsAt: string;
  /** What the clock says of the section before this mark. */
  readonly says: string;
  readonly isWrong: boolean;
}

const SHOW_EVERY_MS = 100;

/** The song against the recording's clock: where each section starts, typed or tapped along, and what that says of the bars. */
@Component({
  selector: 'harvu-clock-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'block rounded-md border border-line bg-sheet p-3',
    role: 'region',
    'aria-label': 'Against the recording',
  },
  template: `
    <div class="flex flex-wrap items-center gap-3">
      <label class="button cursor-pointer">
        {{ fileName() || 'Play a file beside it' }}
        <input
          #file
          type="file"
          accept="audio/*"
          class="sr-only"
          (change)="take(file.files?.[0])"
        />
      </label>
      @if (audioUrl(); as url) {
        <audio #audio class="h-9" controls [src]="url"></audio>
      } @else {
        <button type="button" class="button" (click)="toggle()">
          {{ isRunning() ? 'Stop the clock' : 'Start the clock with the recording' }}
        </button>
      }
      <span class="font-mono text-lg" role="timer">{{ clock(shownS()) }}</span>
      <button type="button" class="button button-first" [disabled]="!next()" (click)="mark()">
        {{ next() ? next()!.name + ' starts now' : 'All are marked' }}
      </button>
      <button type="button" class="link text-xs" (click)="clear()">Take all marks away</button>
    </div>
    <p class="mt-1 text-xs text-ink-soft">
      The file stays on this device. Press as each section starts, or write its time, as 1:07.5; no
      file is needed.
    </p>
    @if (fit(); as found) {
      <p class="mt-2" role="status">
        <b>{{ found.bpm.toFixed(1) }} bpm</b>, first beat at {{ clock(found.firstBeatS) }}.
        {{ driftWords() }}
      </p>
    }
    <ol class="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2" aria-label="Where sections start">
      @for (row of rows(); track row.section) {
        <li class="flex items-center gap-2">
          <span class="w-24 truncate">{{ row.name }}</span>
          <input
            #at
            class="field w-20 py-0.5 font-mono"
            maxlength="9"
            [attr.aria-label]="'Start of ' + row.name"
            [value]="row.startsAt"
            (change)="write(row.section, at)"
          />
          <span class="text-xs" [class]="row.isWrong ? 'text-brass' : 'text-ink-soft'">{{
            row.says
          }}</span>
        </li>
      }
    </ol>
  `,
})
export class ClockPanel {
  readonly song = input.required<SongDocument>();
  readonly played = input.required<PartedSong>();
  readonly changed = output<SongCommand>();
  private readonly audio = viewChild<ElementRef<HTMLAudioElement>>('audio');

  protected readonly audioUrl = signal('');
  protected readonly fileName = signal('');
  protected readonly isRunning = signal(false);
  private startedMs = 0;
  protected readonly shownS = toSignal(
    toObservable(computed(() => this.isRunning() || this.audioUrl() !== '')).pipe(
      switchMap((isOn) => (isOn ? interval(SHOW_EVERY_MS) : of(0))),
      map(() => this.timeS()),
    ),
    { initialValue: 0 },
  );

  /** Sections in playing order, each where it comes first. */
  private readonly sections = computed(() => {
    const seen = new Set<string>();
    return this.played().occurrences.filter(
      ({ section }) => !seen.has(section) && seen.add(section),
    );
  });
  private readonly startOf = computed(
    () => new Map(this.song().sections.map((one) => [one.id, one.startsAt])),
  );
  protected readonly next = computed(() => {
    const open = this.sections().find((one) => this.startOf().get(one.section) === undefined);
    return open && { section: open.section, name: open.name };
  });
  protected readonly fit = computed(() => songClock(this.song(), this.played()));
  protected readonly driftWords = computed(() => {
    const drift = this.fit()?.driftPercent ?? 0;
    if (Math.abs(drift) < 1) return 'It keeps its tempo.';
    return `It gets ${Math.abs(drift).toFixed(1)} % ${drift > 0 ? 'faster' : 'slower'} on the way.`;
  });
  protected readonly rows = computed((): readonly MarkRow[] => {
    const marks = clockMarks(this.song(), this.played());
    const residuals = this.fit()?.residuals ?? [];
    return this.sections().map((one) => {
      const startsAt = this.startOf().get(one.section);
      const index = marks.findIndex((mark) => mark.name === one.name);
      const [found, before] = [residuals[index], marks[index - 1]];
      const missing = found?.missingBars ?? 0;
      return {
        section: one.section,
        name: one.name,
        startsAt: startsAt === undefined ? '' : formatClock(startsAt),
        says: missing !== 0 && before ? missingWords(missing, before.name) : found ? 'agrees' : '',
        isWrong: missing !== 0,
      };
    });
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => URL.revokeObjectURL(this.audioUrl()));
  }

  protected clock(timeS: number): string {
    return formatClock(seconds(Math.max(0, Math.round(timeS * 10) / 10)));
  }

  /** The time of the file, or of the clock that was started by hand. */
  private timeS(): number {
    const player = this.audio()?.nativeElement;
    if (player) return player.currentTime;
    return this.isRunning() ? (performance.now() - this.startedMs) / 1000 : 0;
  }

  protected toggle(): void {
    this.startedMs = performance.now();
    this.isRunning.update((now) => !now);
  }

  protected take(file: File | undefined): void {
    if (!file) return;
    URL.revokeObjectURL(this.audioUrl());
    this.audioUrl.set(URL.createObjectURL(file));
    this.fileName.set(file.name);
    this.isRunning.set(false);
  }

  protected mark(): void {
    const next = this.next();
    if (!next) return;
    const startsAt = seconds(Math.round(this.timeS() * 100) / 100);
    this.changed.emit({ kind: 'set-section', section: next.section, startsAt });
  }

  /** An empty field takes the mark away; what is no time goes back to what it was. */
  protected write(section: string, field: HTMLInputElement): void {
    const text = field.value.trim();
    const startsAt = parseClock(text);
    if (text !== '' && startsAt === undefined) {
      const before = this.startOf().get(section);
      field.value = before === undefined ? '' : formatClock(before);
      return;
    }
    this.changed.emit({ kind: 'set-section', section, startsAt: startsAt ?? null });
  }

  protected clear(): void {
    for (const { section } of this.sections()) {
      if (this.startOf().get(section) !== undefined)
        this.changed.emit({ kind: 'set-section', section, startsAt: null });
    }
  }
}

function missingWords(bars: number, before: string): string {
  const size = Math.abs(bars);
  const what = `${size} ${size === 1 ? 'bar' : 'bars'}`;
  return bars > 0 ? `${before} lacks ${what}` : `${before} has ${what} too many`;
}
