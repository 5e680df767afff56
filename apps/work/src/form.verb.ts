import { formOf, type Likeness } from '@harvu/core/form';
import { lineWords, partWords } from '@harvu/core/words';
import { mixed, object } from 'yup';
import { readSong } from './song-input';
import { verbOf, workError } from './verb';

const input = object({ song: mixed<string | object>().required() });

/** `{song}` → the lines and parts of a song, each beside what was heard before. */
export const formVerb = verbOf(input, ({ song: asked }) => {
  const song = readSong(asked);
  if (typeof song === 'string') return workError('input', song, 'song');
  const form = formOf(song);
  const [lines, parts] = [lineWords(form), partWords(form)];
  const named = new Map(form.parts.map(({ part, sections }) => [part.id, sections[0]]));
  const like = ({ relation, semitones, of, held }: Likeness, line: string) => ({
    relation,
    ...(held && { held }),
    ...(semitones !== 0 && { semitones }),
    ...(of !== undefined && { of }),
    line,
  });
  const partLike = ({ relation, of }: Likeness): string | undefined =>
    relation === 'new' || of === undefined ? undefined : named.get(of);
  return {
    lines: form.lines.map(({ id, section, from, to, chords, figure }, at) => ({
      id,
      section,
      from,
      to,
      chords: like(chords, lines[at]?.chords ?? ''),
      figure: like(figure, lines[at]?.figure ?? ''),
    })),
    parts: form.parts.map(({ sections, chords, figure, newBars }, at) => {
      const [chordsOf, figureOf] = [partLike(chords), partLike(figure)];
      return {
        sections,
        ...(chordsOf !== undefined && { chordsOf }),
        ...(figureOf !== undefined && { figureOf }),
        newBars,
        line: parts[at],
      };
    }),
    different: form.different,
    played: form.played,
  };
});
