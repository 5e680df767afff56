import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  type OnDestroy,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { handWords, USUAL_HAND } from '@harvu/core/fretboard';
import { openNotes } from '@harvu/core/pitch';
import { formatMeter, parseMeter } from '@harvu/core/rhythm';
import {
  riffBarBeats,
  riffFrameOf,
  riffSaid,
  withNotesBehind,
  withRiffEdit,
  workOutRiff,
  writeRiff,
  type Riff,
  type RiffEdit,
  type RiffNote,
} from '@harvu/core/riff';
import { settledFrame, type NamedRiff, type SongDocument } from '@harvu/core/song';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import { beatWords, type RiffApart } from '@harvu/core/steps';
import { beatsToNumber } from '@harvu/core/units';
import { CONVENTIONS } from '../../ui/conventions';
import { GripDiagram } from '../../ui/grip-diagram';
import { RiffTab } from '../../ui/riff-tab';
import { StringPlayer } from '../../sound/string-player';
import { heardRiff, soundingAt, type HeardRiff } from './heard-riff';
import { editOfKey, RIFF_KEYS, typedFret, type TypedFret } from './riff-keys';
import { RiffNeck } from './riff-neck';
import { RiffPaste } from './riff-paste';

type Changes = { readonly [Key in keyof NamedRiff]?: NamedRiff[Key] | undefined };

/** One riff: typed, pressed on the neck, pasted, or put right note by note; heard at any tempo. */
@Component({
  selector: 'harvu-riff-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GripDiagram, RiffNeck, RiffPaste, RiffTab],
  providers: [StringPlayer],
  host: { class: 'block' },
  templateUrl: './riff-editor.html',
})
export class RiffEditor implements OnDestroy {
  readonly song = input.required<SongDocument>();
  readonly named = input.required<NamedRiff>();
  /** What was worked out of it, a moment behind what is written. */
  readonly apart = input<RiffApart | undefined>();
  readonly changed = output<SongCommand>();
  readonly renamed = output<string>();
  readonly closed = output();
  protected readonly player = inject(StringPlayer);
  protected readonly keys = RIFF_KEYS;
  private readonly conventions = inject(CONVENTIONS);

  protected readonly frame = computed(() => settledFrame(this.song()));
  protected readonly meterText = computed(() => formatMeter(this.named().meter));
  protected readonly draft = linkedSignal(() => this.named().body);
  protected readonly way = signal<'' | 'neck' | 'paste'>('');
  protected readonly chosen = signal(0);
  protected readonly chosenTempo = signal<number | null>(null);
  protected readonly tempo = computed(() => this.chosenTempo() ?? this.frame().tempo);
  /** The phrase that is heard by itself; -1 for all of it. */
  protected readonly partHeard = signal(-1);
  private readonly heard = signal<HeardRiff | undefined>(undefined);
  private typed: TypedFret | undefined;
  private readonly body = viewChild.required<ElementRef<HTMLTextAreaElement>>('body');

  /** As it is typed: the drawing waits for nothing. */
  protected readonly worked = computed(() => {
    const { tuning, capo } = this.frame();
    return workOutRiff(this.draft(), { ...this.named(), tuning, hand: { ...USUAL_HAND, capo } });
  });
  protected readonly barBeats = computed(() =>
    riffBarBeats(riffFrameOf(this.named(), this.frame().tuning.length), this.worked().bars),
  );
  protected readonly faults = computed(() =>
    this.worked().faults.map(({ column, message }) => `At ${column}: ${message}`),
  );
  protected readonly marked = computed(() => {
    const sounding = soundingAt(this.heard(), this.player.atS());
    return sounding.length > 0 ? sounding : [this.place()];
  });
  private readonly place = computed(() =>
    Math.max(0, Math.min(this.chosen(), this.worked().notes.length - 1)),
  );
  protected readonly chosenWords = computed(() => {
    const { notes } = this.worked();
    const note = notes[this.place()];
    if (!note) return 'No note yet: type some, press them on the neck, or paste them.';
    const { tuning, capo } = this.frame();
    const words = handWords(this.conventions(), { tuning, capo });
    const said = riffSaid([note], { words, strings: tuning.length });
    const lasts = beatWords(beatsToNumber(note.beats));
    return `Note ${this.place() + 1} of ${notes.length}: ${said}, ${lasts}.`;
  });
  protected readonly limitWords = computed(() => {
    const { limitBpm, words } = this.apart()?.worked.limit ?? { limitBpm: null, words: '' };
    if (limitBpm === null) return '';
    const isEasy = limitBpm >= this.frame().tempo;
    return isEasy
      ? `Both hands have the time at ${this.frame().tempo}.`
      : `A beginning hand plays it up to ${Math.floor(limitBpm)} bpm: ${words}.`;
  });

  constructor() {
    // A riff that has nothing in it yet is written at once.
    afterNextRender(() => {
      if (this.worked().notes.length > 0) return;
      this.body().nativeElement.focus();
      this.body().nativeElement.select();
    });
  }

  ngOnDestroy(): void {
    this.player.close();
  }

  protected choose(place: number): void {
    this.chosen.set(place);
  }

  protected write(): void {
    const body = this.draft()
      .split('|')
      .map((bar) => bar.trim())
      .filter((bar, index, all) => bar !== '' || (index > 0 && index < all.length - 1))
      .join(' | ');
    this.save({ body });
  }

  protected save(change: Changes): void {
    const merged = { ...this.named(), ...change };
    const riff = Object.fromEntries(
      Object.entries(merged).filter(([, value]) => value !== undefined),
    ) as unknown as NamedRiff;
    this.changed.emit({ kind: 'set-riff', riff });
  }

  /** A name that is taken or cannot be written goes back to what it was. */
  protected rename(field: HTMLInputElement): void {
    const to = field.value.trim().replaceAll(/[\s":]+/g, '-');
    const from = this.named().name;
    const edit = { kind: 'rename-riff', from, to } as const;
    if (withCommand(this.song(), edit) === this.song()) field.value = from;
    else {
      this.changed.emit(edit);
      this.renamed.emit(to);
    }
  }

  protected setMeter(field: HTMLInputElement): void {
    const meter = parseMeter(field.value);
    if (meter) this.save({ meter });
    else field.value = this.meterText();
  }

  protected setPickup(field: HTMLInputElement): void {
    const beats = Number(field.value);
    const isFine = Number.isInteger(beats) && beats >= 0 && beats < this.named().meter.beats;
    if (isFine) this.save({ pickup: beats === 0 ? undefined : beats });
    else field.value = String(this.named().pickup ?? '');
  }

  protected drop(): void {
    this.closed.emit();
    this.changed.emit({ kind: 'drop-riff', name: this.named().name });
  }

  protected press(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const notes = this.worked().notes;
    const note = notes[this.place()];
    const { key } = event;
    const go = { ArrowLeft: -1, ArrowRight: 1 }[key];
    const edit = note && this.editOf(key, note, event.timeStamp);
    if (go === undefined && key !== ' ' && !edit) return;
    event.preventDefault();
    event.stopPropagation();
    if (go !== undefined)
      this.chosen.set(Math.max(0, Math.min(notes.length - 1, this.place() + go)));
    else if (key === ' ') this.hearFrom(this.place());
    else if (edit) this.edit(edit);
  }

  private editOf(key: string, note: RiffNote, atMs: number): RiffEdit | undefined {
    if (!/^\d$/.test(key)) return editOfKey(key, note);
    this.typed = typedFret(Number(key), this.place(), { before: this.typed, atMs });
    return { kind: 'fret', fret: this.typed.fret };
  }

  private edit(edit: RiffEdit): void {
    const { tuning } = this.frame();
    const { meter, pickup } = this.named();
    const neck = {
      open: openNotes(tuning),
      meterBeats: meter.beats,
      ...(pickup !== undefined && { pickup }),
    };
    const riff = withRiffEdit(this.worked(), this.place(), { edit, neck });
    if (riff === this.worked()) return;
    this.put(riff);
    if (edit.kind === 'add') this.chosen.set(this.place() + 1);
  }

  private put(riff: Riff): void {
    this.takeBody(writeRiff(riff, riffFrameOf(this.named(), this.frame().tuning.length)));
  }

  protected takeBody(body: string): void {
    this.draft.set(body);
    this.save({ body });
    this.way.set('');
  }

  /** Notes from the neck stand behind those that are there, from the next bar on. */
  protected addNotes(notes: readonly RiffNote[]): void {
    const frame = riffFrameOf(this.named(), this.frame().tuning.length);
    this.put(withNotesBehind(this.worked(), notes, frame));
  }

  protected hear(): void {
    if (this.player.isOn()) this.player.stop();
    else {
      const phrase = this.worked().phrases[this.partHeard()];
      this.hearPlaces(phrase?.from ?? 0, phrase?.to ?? this.worked().notes.length - 1);
    }
  }

  private hearFrom(place: number): void {
    if (this.player.isOn()) this.player.stop();
    else this.hearPlaces(place, this.worked().notes.length - 1);
  }

  private hearPlaces(from: number, to: number): void {
    const places = Array.from({ length: Math.max(0, to - from + 1) }, (_, index) => from + index);
    const { tuning, capo } = this.frame();
    const heard = heardRiff(this.worked().notes, places, { tuning, capo, bpm: this.tempo() });
    this.heard.set(heard);
    this.player.start(heard);
  }
}
