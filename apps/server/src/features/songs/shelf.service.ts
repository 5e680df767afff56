import {
  DELETED_KEPT_DAYS,
  type Person,
  type Song,
  type SongLabel,
  type SongPlace,
  type SongSummary,
} from '@harvu/contract';
import type { SongDocument } from '@harvu/core/song';
import { partsOf } from '@harvu/core/form';
import { chordRow } from '@harvu/core/timeline';
import { LRUCache } from 'lru-cache';
import type { Clock } from '../../platform/clock';
import type { InTransaction } from '../../platform/database';
import { conflict } from '../../platform/errors';
import type { SongsService } from './songs.service';
import type { ListedSong, SongsStore } from './songs.store';

export interface ShelfDeps {
  readonly songs: SongsStore;
  readonly service: Pick<SongsService, 'find' | 'mustBeThere' | 'startIn'>;
  readonly clock: Clock;
  readonly inTransaction: InTransaction;
}

/** What the list shows of a song's music. */
type AtAGlance = Pick<SongSummary, 'blocks' | 'chords'>;

const MOST_KEPT = 2000;
const LONGEST_TITLE = 120;
const DAY_MS = 86_400_000;

/** Keeps the studio's songs in order: their list, names and tags, copies, and what is put away or deleted. */
export function createShelfService({ songs, service, clock, inTransaction }: ShelfDeps) {
  const known = new LRUCache<string, AtAGlance>({ max: MOST_KEPT });

  /** What is shown of a song's music is worked out once for each state of it. */
  async function glanceOf({ checksum, id, revision }: ListedSong): Promise<AtAGlance> {
    const kept = known.get(checksum);
    if (kept) return kept;
    const document = await songs.documentOf(id, revision);
    const glance = document ? glanceAt(document) : { blocks: [], chords: [] };
    known.set(checksum, glance);
    return glance;
  }

  async function toSummary(listed: ListedSong): Promise<SongSummary> {
    const { checksum: _checksum, ...song } = listed;
    const deletedAt = song.place === 'deleted' ? song.movedAt : null;
    const keptUntil = deletedAt && keptUntilAfter(deletedAt);
    return { ...song, keptUntil, ...(await glanceOf(listed)) };
  }

  async function mayBeDeleted(id: string): Promise<void> {
    const count = await songs.studentCount(id);
    if (count === 0) return;
    throw conflict(
      count === 1 ? 'A student learns this song.' : `${count} students learn this song.`,
      'Take it back from them first, or put it away: then they keep it.',
      'place',
    );
  }

  return {
    async list(): Promise<readonly SongSummary[]> {
      return Promise.all((await songs.list()).map(toSummary));
    },
    async rename(id: string, label: SongLabel): Promise<void> {
      await service.mustBeThere(id);
      const tags = [...new Set(label.tags.map((one) => one.trim()))];
      await songs.rename(id, { ...label, title: label.title.trim(), tags });
    },
    async copy(id: string, author: Person): Promise<Song> {
      const { title, playedBy, document } = await service.find(id);
      const copy = { title: copyTitle(title), playedBy, document };
      return service.find(await inTransaction((tx) => service.startIn(tx, copy, author)));
    },
    async move(id: string, place: SongPlace): Promise<void> {
      await service.mustBeThere(id);
      if (place === 'deleted') await mayBeDeleted(id);
      await songs.move(id, place, place === 'here' ? null : clock.now());
    },
  };
}

export type ShelfService = ReturnType<typeof createShelfService>;

/** Songs that were deleted, for whoever erases what was put away long enough. */
export function deletedSongs({ songs, inTransaction }: Pick<ShelfDeps, 'songs' | 'inTransaction'>) {
  return {
    putAway: async () =>
      (await songs.deleted()).map((one) => ({ ...one, keepDays: DELETED_KEPT_DAYS })),
    erase: (id: string): Promise<void> => inTransaction((tx) => songs.remove(id, tx)),
    act: 'eraseSong',
  };
}

function glanceAt(document: SongDocument): AtAGlance {
  const { occurrences } = partsOf(document);
  const blocks = occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
  }));
  return { blocks, chords: [...new Set(chordRow(occurrences.flatMap((one) => one.bars)))] };
}

/** When a song that was deleted then is gone for good. */
function keptUntilAfter(deletedAt: string): string {
  return new Date(Date.parse(deletedAt) + DELETED_KEPT_DAYS * DAY_MS).toISOString();
}

/** A title for a copy, no longer than a title may be. */
function copyTitle(title: string): string {
  const end = ', a copy';
  return `${title.slice(0, LONGEST_TITLE - end.length)}${end}`;
}
