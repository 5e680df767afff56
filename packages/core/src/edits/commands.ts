import { readFrameField } from '../chart';
import { writeBars } from '../chart';
import { readChart } from '../chart';
import { withOwnBars, withoutParent, withParent } from './deriving';

import { withCapoUnderShapes, withCapoUnderSounds } from './capo-edits';
import { withChordRenamed, withHeldOtherwise } from './chord-edits';
import { withNewIds } from '../chart';
import {
  inPlaceOf,
  mapOf,
  withLines,
  withoutLine,
  type Bar,
  type Frame,
  type MapEntry,
  type NamedGrip,
  type Section,
  type SectionId,
  type SongDocument,
} from '../song';
import {
  withNewSection,
  withoutSection,
  withSectionCopied,
  withSectionJoined,
  withSectionMoved,
  withSectionRenamed,
  withSectionSplit,
} from './section-edits';
import {
  withoutPattern,
  withPattern,
  withPatternAssigned,
  withPatternRenamed,
  withPatternUsed,
} from './pattern-edits';
import { withoutRiff, withRiff, withRiffRenamed, withRiffUsed } from './riff-edits';
import type { Edit, SongCommand } from './song-command';

type Edits = {
  readonly [Kind in SongCommand['kind']]: (song: SongDocument, edit: Edit<Kind>) => SongDocument;
};

/** How each kind of edit is carried out; sections and bars it adds have no id yet. */
const EDITS: Edits = {
  'write-chart': (song, { text }) => readChart(text, song).song,
  'set-frame': (song, { field, text }) => withFrameField(song, field, text),
  'set-grip': (song, { name, grip, fingers }) =>
    withGrip(song, fingers ? { name, grip, fingers } : { name, grip }),
  'doubt-grip': withGripDoubt,
  'hold-otherwise': withHeldOtherwise,
  'drop-grip': (song, { name }) => ({
    ...song,
    grips: song.grips.filter((grip) => grip.name !== name),
  }),
  'set-pattern': (song, { pattern }) => withPattern(song, pattern),
  'rename-pattern': (song, { from, to }) => withPatternRenamed(song, from, to),
  'drop-pattern': (song, { name }) => withoutPattern(song, name),
  'assign-pattern': (song, { name, sections }) => withPatternAssigned(song, name, sections),
  'use-pattern': (song, { section, use }) => withPatternUsed(song, section, use),
  'set-riff': (song, { riff }) => withRiff(song, riff),
  'rename-riff': (song, { from, to }) => withRiffRenamed(song, from, to),
  'drop-riff': (song, { name }) => withoutRiff(song, name),
  'use-riff': (song, { section, use }) => withRiffUsed(song, section, use),
  'set-bars': withBars,
  'set-map': (song, { map }) => ({ ...song, map }),
  derive: (song, { section, parent }) =>
    withSection(song, section, (one) => withParent(song, one, parent)),
  'write-out': (song, { section }) => withSection(song, section, (one) => withoutParent(song, one)),
  'play-transposed': withTransposedPlay,
  'add-section': withNewSection,
  'copy-section': (song, { section }) => withSectionCopied(song, section),
  'move-section': (song, { section, by }) => withSectionMoved(song, section, by),
  'drop-section': (song, { section }) => withoutSection(song, section),
  'rename-section': (song, { section, name }) => withSectionRenamed(song, section, name),
  'split-section': (song, { section, at }) => withSectionSplit(song, section, at),
  'join-section': (song, { section }) => withSectionJoined(song, section),
  'set-section': (song, edit) =>
    withSection(song, edit.section, (one) => withSectionSet(one, edit)),
  'rename-chord': (song, { from, to }) => withChordRenamed(song, from, to),
  'move-capo': (song, edit) =>
    edit.keeps === 'shapes'
      ? withCapoUnderShapes(song, edit.capo)
      : withCapoUnderSounds(song, edit),
  restore: (song, { song: older }) => ({
    ...older,
    nextId: Math.max(song.nextId, older.nextId),
  }),
};

/**
 * Carries out one edit and gives the changed song; the song given stays as it was, so undoing is
 * going back to it. A frame value that cannot be read changes nothing; an empty one takes it away.
 *
 * @example
 * withCommand(EMPTY_SONG, { kind: 'set-frame', field: 'capo', text: '2' }).frame // { capo: 2 }
 */
export function withCommand(song: SongDocument, command: SongCommand): SongDocument {
  // The table pairs each kind with its own edit; only the pairing is known here.
  const edit = EDITS[command.kind] as (song: SongDocument, command: SongCommand) => SongDocument;
  return withNewIds(withLines(edit(withLines(song), command)));
}

function withFrameField(song: SongDocument, field: keyof Frame, text: string): SongDocument {
  if (text.trim() === '') {
    const { [field]: _left, ...frame } = song.frame;
    return { ...song, frame };
  }
  const read = readFrameField(field, text);
  return read ? { ...song, frame: { ...song.frame, ...read } } : song;
}

function withGrip(song: SongDocument, grip: NamedGrip): SongDocument {
  const isKnown = song.grips.some((one) => one.name === grip.name);
  const grips = isKnown
    ? song.grips.map((one) => (one.name === grip.name ? grip : one))
    : [...song.grips, grip];
  return { ...song, grips };
}

function withSection(
  song: SongDocument,
  id: SectionId,
  change: (section: Section) => Section,
): SongDocument {
  const sections = song.sections.map((one) => (one.id === id ? change(one) : one));
  return { ...song, sections };
}

/** A bar that was written as a repeat stays one, as long as it still is like the bar before it. */
function folded(before: readonly Bar[], bars: readonly Bar[]): readonly Bar[] {
  const repeats = new Set(before.filter((bar) => bar.repeat).map((bar) => bar.id));
  const text = (bar: Bar | undefined): string => (bar ? writeBars([bar]) : '');
  return bars.map((bar, index) =>
    repeats.has(bar.id) && text(bar) === text(bars[index - 1])
      ? inPlaceOf(bar, { id: bar.id, repeat: true as const, chords: [] })
      : bar,
  );
}

function withBars(song: SongDocument, { section, ending, bars }: Edit<'set-bars'>): SongDocument {
  return withSection(song, section, (one) => {
    if (ending === undefined) return withOwnBars(song, one, folded(one.bars, bars));
    const others = (one.endings ?? []).filter((end) => end.pass !== ending);
    const own = { pass: ending, bars: bars.map(withoutLine) };
    const all = bars.length === 0 ? others : [...others, own];
    const { endings: _endings, ...rest } = one;
    if (all.length === 0) return rest;
    const endings = [...all].sort((x, y) => x.pass - y.pass);
    return { ...rest, endings };
  });
}

/** An octave more or less is the same chords, and no move at all is not said. */
function movedEntry(entry: MapEntry, by: number): MapEntry {
  const { semitones: _semitones, ...rest } = entry;
  const semitones = by % 12;
  return semitones === 0 ? rest : { ...rest, semitones };
}

function withTransposedPlay(
  song: SongDocument,
  { section, of, semitones }: Edit<'play-transposed'>,
): SongDocument {
  const gone = song.sections.find((one) => one.id === section);
  if (!gone) return song;
  const map = mapOf(song).map((entry) =>
    entry.section === gone.name
      ? movedEntry({ ...entry, section: of }, (entry.semitones ?? 0) + semitones)
      : entry,
  );
  return withoutSection({ ...song, map }, section);
}

/** What is not named stays; nothing, no words or no doubt takes the field away. */
function withSectionSet(section: Section, edit: Edit<'set-section'>): Section {
  const { kind: _kind, section: _section, ...said } = edit;
  const merged = { ...section, ...said };
  const isEmpty = (value: unknown): boolean =>
    value === null ||
    value === '' ||
    value === false ||
    (Array.isArray(value) && value.length === 0);
  const emptied = (Object.keys(said) as (keyof typeof said)[]).filter((key) =>
    isEmpty(merged[key]),
  );
  return Object.fromEntries(
    Object.entries(merged).filter(([key]) => !(emptied as readonly string[]).includes(key)),
  ) as unknown as Section;
}

function withGripDoubt(song: SongDocument, { name, isOpen }: Edit<'doubt-grip'>): SongDocument {
  const grips = song.grips.map((grip) => {
    if (grip.name !== name) return grip;
    const { doubt: _doubt, ...sure } = grip;
    return isOpen ? { ...sure, doubt: true as const } : sure;
  });
  return { ...song, grips };
}
