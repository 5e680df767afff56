import { writeFileSync } from 'node:fs';
import { writeChart } from '@harvu/core/chart';
import type { SongDocument } from '@harvu/core/song';
import { writeMidi, writeMusicXml, writeSheet, type WrittenFile } from '@harvu/formats';
import { mixed, object, string } from 'yup';
import { readSong } from './song-input';
import { verbOf, workError } from './verb';

const KINDS = ['musicxml', 'midi', 'chords', 'text'] as const;
type Kind = (typeof KINDS)[number];

const input = object({
  song: mixed<string | object>().required(),
  to: string<Kind>().oneOf(KINDS).required(),
  path: string().required(),
  title: string().optional(),
  playedBy: string().optional(),
});

const WRITERS: Readonly<
  Record<Kind, (song: SongDocument, credits: { title?: string; playedBy?: string }) => WrittenFile>
> = {
  musicxml: writeMusicXml,
  midi: writeMidi,
  chords: writeSheet,
  text: (song) => ({ bytes: new TextEncoder().encode(writeChart(song)), lost: [] }),
};

/** `{song, to, path, title?, playedBy?}` → the path that was written, and what of the song is not in the file. */
export const exportVerb = verbOf(input, ({ song, to, path, title, playedBy }) => {
  const read = readSong(song);
  if (typeof read === 'string') return workError('input', read, 'song');
  const credits = {
    ...(title !== undefined && { title }),
    ...(playedBy !== undefined && { playedBy }),
  };
  const { bytes, lost } = WRITERS[to](read, credits);
  try {
    writeFileSync(path, bytes);
  } catch (error) {
    return workError('path', `The file cannot be written: ${String(error)}`, 'path');
  }
  return { written: path, lost };
});
