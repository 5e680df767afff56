import { counted } from '@harvu/core/wording';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import type { CapoOption, KeyChangeAdvice, TuningAdvice } from '@harvu/core/capo';
import { chordLabel } from '@harvu/core/chord';
import type { SongCommand } from '@harvu/core/edits';
import { noteName, parseNote } from '@harvu/core/pitch';
import type { SongDocument } from '@harvu/core/song';
import { Note } from '../../../ui/note';
import { KeyAdviceState } from '../key-advice.state';
import { riffRange } from '../riff-range';

const SHOWN = 3;

/** Key and capo: places compared with the sound kept, keys for a voice, a key change inside, the tuning. */
@Component({
  selector: 'harvu-key-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note],
  providers: [KeyAdviceState],
  host: { class: 'block' },
  templateUrl: './key-note.html',
})
export class KeyNote {
  readonly song = input.required<SongDocument>();
  readonly edit = output<SongCommand>();
  protected readonly state = inject(KeyAdviceState);
  protected readonly label = chordLabel;
  protected readonly isSinging = signal(false);
  protected readonly tuneLow = signal('');
  protected readonly tuneHigh = signal('');
  protected readonly voiceLow = signal('');
  protected readonly voiceHigh = signal('');
  protected readonly advice = computed(() => this.state.of()(this.song()));
  private readonly now = computed(
    () => this.advice()?.places.find(({ isNow }) => isNow)?.cost ?? 0,
  );
  protected readonly places = computed(() =>
    (this.advice()?.places ?? []).slice(0, SHOWN).map((one) => ({
      ...one,
      words: placeWords(one, this.now()),
      heading: one.isNow ? `As it is, ${this.capoWords(one)}.` : `${this.capoWords(one, true)}.`,
    })),
  );
  protected readonly changes = computed(() =>
    (this.advice()?.changes ?? []).map((one) => ({
      heading: `${one.section} sounds ${counted(Math.abs(one.semitones), 'semitone')} ${one.semitones > 0 ? 'higher' : 'lower'}:`,
      words: changeWords(one),
    })),
  );
  protected readonly tuning = computed(() => {
    const tuning = this.advice()?.tuning;
    return tuning ? tuningWords(tuning) : '';
  });
  protected readonly voice = computed(() => this.state.voiceOf()(this.song()));
  protected readonly riffs = computed(() => (this.song().riffs ?? []).map(({ name }) => name));
  private readonly ranges = computed(() => {
    const [low, high, from, to] = [
      ...[this.tuneLow(), this.tuneHigh(), this.voiceLow(), this.voiceHigh()],
    ].map((text) => parseNote(text.trim().charAt(0).toUpperCase() + text.trim().slice(1)));
    if (low === undefined || high === undefined || from === undefined || to === undefined)
      return undefined;
    return low <= high && from <= to
      ? { tune: { low, high }, voice: { low: from, high: to } }
      : undefined;
  });
  protected readonly canSing = computed(() => this.ranges() !== undefined);
  protected readonly voiceWords = computed(() => {
    const voice = this.voice();
    if (!voice) return '';
    return voice.tooWide > 0
      ? `The tune is ${counted(voice.tooWide, 'semitone')} wider than the voice; here it misses least on either side.`
      : voice.fits === null
        ? 'No key within a fifth brings the tune into this voice.'
        : 'The voice reaches all of the tune in these keys.';
  });

  protected ask(): void {
    this.state.ask(this.song());
  }

  protected take({ capo, higher }: CapoOption): void {
    this.edit.emit({ kind: 'move-capo', capo, keeps: 'sounds', ...(higher !== 0 && { higher }) });
  }

  protected takeRange(riff: string): void {
    const range = riffRange(this.song(), riff);
    if (!range) return;
    this.tuneLow.set(noteName(range.low));
    this.tuneHigh.set(noteName(range.high));
  }

  protected sing(): void {
    const ranges = this.ranges();
    if (ranges) this.state.sing(this.song(), ranges);
  }

  protected capoWords({ capo }: Pick<CapoOption, 'capo'>, isTitle = false): string {
    if (capo === 0) return isTitle ? 'No capo' : 'no capo';
    return `${isTitle ? 'Capo' : 'capo'} ${capo}`;
  }

  protected movedWords({ higher }: CapoOption): string {
    if (higher === 0) return 'as it sounds now';
    return `${counted(Math.abs(higher), 'semitone')} ${higher > 0 ? 'higher' : 'lower'}`;
  }

  protected shapes({ shapes }: CapoOption): string {
    return shapes.map(({ name }) => chordLabel(name)).join(' ');
  }
}

/** What a place for the capo asks and costs, beside the song as it is now. */
function placeWords({ why, lost, cost }: CapoOption, now: number): string {
  const without = lost.length === 0 ? '' : ` But ${lost.join('; ')}.`;
  const beside = cost === now ? '' : `, as it is ${now.toFixed(0)}`;
  return `${why} Weighs ${cost.toFixed(0)}${beside}.${without}`;
}

function changeWords(one: KeyChangeAdvice): string {
  const { newGrips, minutes, capoTo, secondsThere, secondsNeeded, barSeconds } = one;
  const grips =
    newGrips.length === 0
      ? 'it needs no new grip'
      : `new grips are ${newGrips.map(chordLabel).join(', ')}, about ${Math.max(1, Math.round(minutes))} min`;
  if (capoTo === null) return `${grips}; the capo cannot go there.`;
  const there =
    secondsThere >= secondsNeeded
      ? `there are ${secondsThere.toFixed(1)} s of silence for it`
      : `it takes about ${secondsNeeded} s and there is ${secondsThere === 0 ? 'no silence' : `only ${secondsThere.toFixed(1)} s`}: leave ${counted(Math.ceil((secondsNeeded - secondsThere) / barSeconds), 'bar')} out`;
  return `${grips}; with the capo to ${capoTo} the shapes stay, ${there}.`;
}

function tuningWords({ own, standard, strings, seconds }: TuningAdvice): string {
  const easier = own.cost < standard.cost ? 'easier in this tuning' : 'easier in standard tuning';
  const ring = `${Math.round(own.openShare * 100)} % of its strings ring open here, ${Math.round(standard.openShare * 100)} % there`;
  const low =
    Number.isFinite(own.lowest) && own.lowest < standard.lowest
      ? `; the low ${chordLabel(noteName(own.lowest, 'flats'))} would be lost`
      : '';
  return `Its grips are ${easier} (they weigh ${own.cost.toFixed(0)} against ${standard.cost.toFixed(0)}); ${ring}${low}. Retuning ${counted(strings, 'string')} on stage takes about ${seconds} s.`;
}
