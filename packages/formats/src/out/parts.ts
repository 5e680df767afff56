import type { SongDocument } from '@harvu/core/song';
import {
  barsInLayer,
  songPatterns,
  timelineOf,
  type Occurrence,
  type StruckBar,
} from '@harvu/core/timeline';

/** An ending as it is written: the rounds it is for. */
export interface WrittenEnding {
  readonly rounds: readonly number[];
  readonly bars: readonly StruckBar[];
}

/** A section where it comes in the song, written once however often it goes round. */
export interface WrittenPart {
  readonly occurrence: Occurrence;
  readonly times: number;
  readonly bars: readonly StruckBar[];
  readonly endings: readonly WrittenEnding[];
}

/** A song as it is written on paper: its sections in the order they are played, repeats and endings as signs. */
export function writtenParts(song: SongDocument): readonly WrittenPart[] {
  const patterns = songPatterns(song);
  return timelineOf(song).occurrences.flatMap((occurrence) =>
    writtenPart(occurrence, barsInLayer(occurrence, 'full', patterns)),
  );
}

/** The rounds of an occurrence, one after the other. */
function roundsIn(bars: readonly StruckBar[]): readonly (readonly StruckBar[])[] {
  const rounds: StruckBar[][] = [];
  for (const bar of bars) {
    const last = rounds.at(-1);
    if (last && bar.inPass > (last.at(-1)?.inPass ?? 0)) last.push(bar);
    else rounds.push([bar]);
  }
  return rounds;
}

/** What makes a bar the same on paper: what it is, what sounds, how long. */
function keyOf({ id, chords, meter, beats, riff }: StruckBar): string {
  return JSON.stringify([id, chords, meter, beats, riff?.notes]);
}

/** How many bars all rounds begin with. */
function commonOf(rounds: readonly (readonly string[])[]): number {
  const [first = []] = rounds;
  const differs = first.findIndex((key, at) => rounds.some((round) => round[at] !== key));
  return differs < 0 ? first.length : differs;
}

function endingsOf(
  rounds: readonly (readonly StruckBar[])[],
  common: number,
): readonly WrittenEnding[] {
  const endings = new Map<string, { rounds: number[]; bars: readonly StruckBar[] }>();
  rounds.forEach((round, at) => {
    const bars = round.slice(common);
    const key = bars.map(keyOf).join();
    const known = endings.get(key);
    if (known) known.rounds.push(at + 1);
    else endings.set(key, { rounds: [at + 1], bars });
  });
  return [...endings.values()];
}

function writtenPart(occurrence: Occurrence, bars: readonly StruckBar[]): readonly WrittenPart[] {
  const rounds = roundsIn(bars);
  const keys = rounds.map((round) => round.map(keyOf));
  const common = commonOf(keys);
  const [first = []] = rounds;
  const isSame = keys.every((round) => round.length === common);
  if (rounds.length === 1) return [{ occurrence, times: 1, bars, endings: [] }];
  if (isSame) return [{ occurrence, times: rounds.length, bars: first, endings: [] }];
  const endings = endingsOf(rounds, common);
  const canEnd = common > 0 && endings.every((one) => one.bars.length > 0);
  if (canEnd) return [{ occurrence, times: rounds.length, bars: first.slice(0, common), endings }];
  // Rounds that begin otherwise are written out.
  return rounds.map((round) => ({ occurrence, times: 1, bars: round, endings: [] }));
}
