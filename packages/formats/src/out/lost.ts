import type { SongDocument } from '@harvu/core/song';
import type { Lost } from '../report';

/** What a song may have that another format has no place for, and who has it. */
const THINGS: readonly {
  readonly name: string;
  readonly what: string;
  readonly has: (song: SongDocument) => boolean;
}[] = [
  { name: 'patterns', what: 'strumming patterns', has: (song) => song.patterns.length > 0 },
  {
    name: 'layers',
    what: 'layers',
    has: (song) => song.sections.some((one) => one.layer) || song.map.some((one) => one.layer),
  },
  { name: 'sound', what: 'sound and effects', has: ({ frame }) => (frame.sound?.length ?? 0) > 0 },
  {
    name: 'clock',
    what: 'where sections start on the recording',
    has: (song) => song.sections.some((one) => one.startsAt !== undefined),
  },
  {
    name: 'others',
    what: 'other grips that will do',
    has: (song) => song.grips.some((one) => (one.others?.length ?? 0) > 0),
  },
  {
    name: 'bends',
    what: 'a tempo that bends inside a section',
    has: (song) =>
      song.sections.some((one) => one.tempoTo !== undefined) ||
      song.map.some((one) => one.tempoTo !== undefined),
  },
  {
    name: 'open',
    what: 'open ends and what is played on some evenings',
    has: (song) => song.map.some((one) => one.until !== undefined || one.sometimes),
  },
  { name: 'riffs', what: 'riffs', has: (song) => (song.riffs?.length ?? 0) > 0 },
  { name: 'grips', what: 'grips', has: (song) => song.grips.length > 0 },
  {
    name: 'doubts',
    what: 'marks of what needs listening',
    has: (song) =>
      song.sections.some((one) => one.bars.some((bar) => bar.chords.some((chord) => chord.doubt))),
  },
  {
    name: 'beside',
    what: 'what another guitar plays beside it',
    has: (song) => song.sections.some((one) => one.riffUses?.some((use) => use.part !== undefined)),
  },
];

/** Tells what of a song is not in a file, of the things a format has no place for. */
export function lostOf(song: SongDocument, names: readonly string[], why: string): readonly Lost[] {
  return THINGS.filter((one) => names.includes(one.name) && one.has(song)).map(({ what }) => ({
    what,
    why,
    where: 'the song',
  }));
}
