import { mergeTexts } from '@harvu/core/edits';
import { readChart, writeChart } from '@harvu/core/chart';
import type { ChartFault, SongDocument } from '@harvu/core/song';

/** What the bench shows at one moment: the text as typed, the song read from it, and its faults. */
export interface Sheet {
  readonly text: string;
  readonly song: SongDocument;
  readonly faults: readonly ChartFault[];
  /** The text has been typed on since the song was read from it. */
  readonly isUnread?: true;
  /** How many changes of others it already has in it. */
  readonly news: number;
}

/** A change that somebody else made: the text it was made on, and the text it became. */
export interface OthersChange {
  readonly base: string;
  readonly theirs: string;
}

/** Reads a text as it was typed; ids stay as far as they can. */
export function sheetOfText(text: string, before: SongDocument, news: number): Sheet {
  return { text, ...readChart(text, before), news };
}

/** A sheet with its song read from its text, if it has not been yet. */
export function readSheet(sheet: Sheet): Sheet {
  return sheet.isUnread ? sheetOfText(sheet.text, sheet.song, sheet.news) : sheet;
}

/** Writes a song anew. */
export function sheetOfSong(song: SongDocument, news: number): Sheet {
  const text = writeChart(song);
  return { text, song, faults: readChart(text).faults, news };
}

/** An older sheet with what others changed since: taking an edit back never takes back theirs. */
export function withNews(sheet: Sheet, changes: readonly OthersChange[], now: SongDocument): Sheet {
  const since = changes.slice(sheet.news);
  if (since.length === 0) return sheet;
  const text = since.reduce(
    (mine, { base, theirs }) => mergeTexts({ base, mine, theirs }).text,
    sheet.text,
  );
  return sheetOfText(text, now, changes.length);
}
