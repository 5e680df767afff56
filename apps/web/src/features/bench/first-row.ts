import { withCommand } from '@harvu/core/edits';
import { sectionBars, type Bar, type SongDocument } from '@harvu/core/song';
import { isSilence } from '@harvu/core/timeline';

const BARS_AT_FIRST = 4;
const SILENCE: Bar = { id: '', chords: [{ name: '-', span: 1 }] };

/** A song with nothing in it begins with a row of bars to write in; any other is as it is. */
export function withFirstRow(song: SongDocument): SongDocument {
  if (song.sections.length > 0) return song;
  const begun = withCommand(song, { kind: 'add-section', after: '', name: 'Verse 1' });
  const section = begun.sections[0]?.id ?? '';
  const bars = Array<Bar>(BARS_AT_FIRST).fill(SILENCE);
  return withCommand(begun, { kind: 'set-bars', section, bars });
}

/** Tells whether a chord is written anywhere. */
export function hasMusic(song: SongDocument): boolean {
  return song.sections.some((section) =>
    sectionBars(song, section).some((bar) => bar.chords.some((mark) => !isSilence(mark.name))),
  );
}
