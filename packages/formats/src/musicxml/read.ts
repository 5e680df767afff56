import { HIGHEST_CAPO } from '@harvu/core/chart';
import { writeDraft } from '../draft/chart';
import type { Draft, DraftGrip } from '../draft/draft';
import { counted } from '@harvu/core/wording';
import { refused, Report, type Imported, type ImportedPart } from '../report';
import { ScoreBuilder } from './builder';
import { scoreText } from './bytes';
import { chosenPart, notesOf, readPart, type PartRead } from './part-read';
import { partsOf, type ScorePart } from './parts';
import { NotePlacer } from './placer';
import { child, childrenOf, readXml, textOf, type Element } from './xml';

/** How a score is taken over. */
export interface ScoreOptions {
  /** The part whose notes are taken over; the one with tab, or a guitar, where none is said. */
  readonly part?: string;
}

/**
 * Reads a score in MusicXML, packed or not, part-wise or time-wise: its bars as sections of a song, the notes
 * of one part as riffs. What is lost or guessed is told; a file that is none is refused with the reason.
 *
 * @example
 * readMusicXml(new Uint8Array(0)).song // null
 */
export function readMusicXml(bytes: Uint8Array, options: ScoreOptions = {}): Imported {
  const text = scoreText(bytes);
  if (typeof text !== 'string') return refused(text.why);
  const score = readXml(text);
  if ('why' in score) return refused(score.why);
  const parts = partsOf(score);
  if ('why' in parts) return refused(parts.why);
  return readParts(score, parts, options);
}

function gripsOf(parts: readonly PartRead[]): readonly DraftGrip[] {
  const grips = new Map<string, DraftGrip>();
  for (const { measures } of parts)
    for (const { chords } of measures)
      for (const { name, frame } of chords)
        if (frame && name !== 'N.C.' && !grips.has(name)) grips.set(name, { name, ...frame });
  return [...grips.values()];
}

function creditsOf(score: Element): Pick<Imported, 'title' | 'playedBy' | 'copyright'> {
  const work = textOf(child(score, 'work'), 'work-title') ?? textOf(score, 'movement-title');
  const identification = child(score, 'identification');
  const [creator] = childrenOf(identification, 'creator');
  const rights = textOf(identification, 'rights');
  return {
    ...(work !== undefined && { title: work }),
    ...(creator?.text && { playedBy: creator.text }),
    ...(rights !== undefined && { copyright: rights }),
  };
}

/** What the frame of the song has from the score: its strings, its pickup, what it begins with. */
function frameOf(
  builder: ScoreBuilder,
  strings: Partial<PartRead['strings']>,
): Omit<Draft, 'remarks' | 'grips' | 'bars'> {
  const { tuning, capo = 0 } = strings;
  const { firstTempo, key, swing } = builder;
  const [first] = builder.bars;
  const isPickup =
    first !== undefined && first.beats < first.meter.beats && Number.isInteger(first.beats);
  return {
    ...(firstTempo !== undefined && { tempo: firstTempo }),
    ...(key !== undefined && { key }),
    ...(swing !== undefined && { swing }),
    ...(capo > 0 && capo <= HIGHEST_CAPO && { capo }),
    ...(tuning && { tuning }),
    ...(isPickup && { pickup: first.beats }),
  };
}

/** The strings of the part that is taken over; without one, of the part that says them. */
function stringsOf(
  parts: readonly PartRead[],
  chosen: PartRead | undefined,
): Partial<PartRead['strings']> {
  return (chosen ?? parts.find((one) => one.strings.tuning))?.strings ?? {};
}

/** Notes of parts that are not taken over. */
function loseOthers(
  parts: readonly PartRead[],
  chosen: PartRead | undefined,
  report: Report,
): void {
  for (const one of parts) {
    const count = notesOf(one);
    if (one === chosen || count === 0) continue;
    const why = 'only one part becomes riffs. Choose this one, if it is the guitar you teach';
    report.lose(counted(count, 'note'), `the part ${one.part.name}`, why);
  }
}

/** Reads a score whose parts were found. */
function readParts(score: Element, found: readonly ScorePart[], options: ScoreOptions): Imported {
  const report = new Report();
  const parts = found.map((one) => readPart(one, report));
  const builder = new ScoreBuilder(parts, report);
  builder.build();
  if (builder.bars.length === 0) return refused('There are no bars in this score.');
  const chosen = chosenPart(parts, options.part);
  const placer = chosen && new NotePlacer(chosen, report);
  const bars = placer?.place(builder.bars) ?? builder.bars;
  placer?.tell();
  loseOthers(parts, chosen, report);
  if (builder.firstTempo === undefined) report.guess('no tempo is written', 'the song');
  const [credits, grips] = [creditsOf(score), gripsOf(parts)];
  const strings = stringsOf(parts, chosen);
  const remarks = credits.copyright === undefined ? [] : [credits.copyright];
  const written = writeDraft({ ...frameOf(builder, strings), remarks, grips, bars }, report);
  return {
    ...credits,
    song: written.chart,
    kept: {
      parts: parts.length,
      bars: bars.length,
      ...builder.kept,
      frames: grips.length,
      sections: written.sections,
      riffs: written.riffs,
      notes: written.riffNotes,
      tabNotes: placer?.written ?? 0,
    },
    lost: report.lost(),
    guessed: report.guessed(),
    parts: partList(parts, chosen),
  };
}

function partList(
  parts: readonly PartRead[],
  chosen: PartRead | undefined,
): readonly ImportedPart[] {
  return parts.map((one) => ({
    id: one.part.id,
    name: one.part.name,
    taken: one === chosen,
    notes: notesOf(one),
  }));
}
