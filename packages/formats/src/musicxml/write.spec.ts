import { parseChordName, QUALITIES } from '@harvu/core/chord';
import { readChart } from '@harvu/core/chart';
import { timelineOf } from '@harvu/core/timeline';
import { linesOf, type SongDocument } from '@harvu/core/song';
import { readMusicXml, writeMusicXml } from '../index';
import { spelledChord } from './names';

/** What is played, bar after bar: chords with their beats, and the notes of riffs. */
function played(song: SongDocument): readonly string[] {
  return timelineOf(song).occurrences.flatMap(({ bars }) =>
    bars.map(
      ({ chords, beats }) =>
        `${beats}: ${chords.map((one) => `${one.chord}@${one.beat}`).join(' ')}`,
    ),
  );
}

function xmlOf(chart: string): string {
  return new TextDecoder().decode(writeMusicXml(readChart(chart).song).bytes);
}

const SONGS: readonly (readonly [what: string, chart: string])[] = [
  ['a plain one', 'tempo: 92\nkey: G\n[Verse]\n| G | D/F# | Em7 . C . | % |'],
  ['repeats and endings', '[A] x2\n| G | D |\n1. | C |\n2. | Em | Am |\n[B]\n| F |'],
  ['an ending for two of three rounds', '[A] x3\n| G |\n1. | C |\n2. | C |\n3. | Em |'],
  ['a map that goes to and fro', 'map: A, B, A once, C x2\n[A] x2\n| G |\n[B]\n| D |\n[C]\n| Em |'],
  [
    'a pickup and other meters',
    'meter: 3/4\npickup: 1\n[A]\n| G | D | C |\n[B] meter 6/8 tempo 180\n| Em | 2/4: D | Am |',
  ],
  ['a derived section', '[A]\n| G | D | C | C |\n[B = A]\n4: | Em |'],
  [
    'moved up, another tuning, a capo',
    'tuning: D A D G B E\ncapo: 2\nmap: A, A +2\n[A]\n| G | Bm7b5 |',
  ],
];

describe('a song written as a score', () => {
  for (const [what, chart] of SONGS)
    it(`comes back as it is played: ${what}`, () => {
      const { song } = readChart(chart);
      const back = readChart(readMusicXml(writeMusicXml(song).bytes).song ?? '');
      expect(back.faults).toEqual([]);
      expect(played(back.song)).toEqual(played(song));
      expect(timelineOf(back.song).lasts).toBeCloseTo(timelineOf(song).lasts, 3);
    });

  it('has repeats and endings as signs, and sections by their names', () => {
    const xml = xmlOf('[Verse 1] x2\n| G |\n1. | C |\n2. | Em |');
    expect(xml.match(/<measure /g)?.length).toBe(3);
    expect(xml).toContain('<rehearsal>Verse 1</rehearsal>');
    expect(xml).toContain('<repeat direction="backward"/>');
    expect(xml).toContain('<ending number="2" type="discontinue"/>');
  });

  it('has the notes of riffs as tab, with how they are played, and ties where they sound on', () => {
    const chart =
      "capo: 2\nriff a 4/4: 4: 2 h4 3: 2b4 . 5_3 x 12o 5'p | . . 2: 3 /5 1: 0+2:1 . . .\n[A] riff a\n| G | G |";
    const { song } = readChart(chart);
    const read = readMusicXml(writeMusicXml(song).bytes);
    const [riff] = readChart(read.song ?? '').song.riffs ?? [];
    expect(riff?.body).toBe("4: 2 h4 3: 2b4 . 5_3 x 12o 5'p | . . 2: 3 /5 1:0+2:1 . . .");
    expect(read.song).toContain('capo: 2');
  });

  it('has a kind for every chord there is a name for', () => {
    const off = QUALITIES.filter(({ suffix }) => {
      const tones = parseChordName(`C${suffix}`)?.quality.tones ?? [];
      const { song } = readChart(`[A]\n| C${suffix}/E |`);
      const name = /\| (C\S*) \|/.exec(readMusicXml(writeMusicXml(song).bytes).song ?? '')?.[1];
      const back = parseChordName(name ?? '')?.quality.tones ?? [];
      return [...back].sort().join() !== [...tones].sort().join();
    });
    expect(off.map((one) => one.suffix)).toEqual([]);
    expect(spelledChord('-')).toBeUndefined();
    expect(spelledChord('F#m7b5/E')).toEqual({
      ...{ root: { step: 'F', alter: 1 }, kind: 'half-diminished', text: 'm7b5', degrees: [] },
      bass: { step: 'E', alter: 0 },
    });
  });

  it('draws the grips that are given, high up with their first fret', () => {
    const xml = xmlOf('grip G: x-10-12-12-12-x fingers .1333.\n[A]\n| G |');
    expect(xml).toContain('<first-fret>10</first-fret>');
    const back = readMusicXml(new TextEncoder().encode(xml)).song;
    expect(back).toContain('grip G: x-10-12-12-12-x fingers .1333.');
  });

  it('is safe XML whatever a name says, and tells what a score has no place for', () => {
    const { song } = readChart(
      'pattern a 4/4: D D D D\n[A] pattern a at 0:10 cue "<b> & co"\n| G |',
    );
    const { bytes, lost } = writeMusicXml(song, { title: 'Lock & <Gate>', playedBy: '"Nine"' });
    const read = readMusicXml(bytes);
    expect(read.title).toBe('Lock & <Gate>');
    expect(lost.map((one) => one.what)).toEqual([
      'strumming patterns',
      'where sections start on the recording',
    ]);
  });

  it('is a score for a song with nothing in it, too', () => {
    expect(xmlOf('')).toContain('<score-partwise version="4.0">');
  });
});

describe('lines in a score', () => {
  it('are its systems, and come back as they were', () => {
    const chart = '[Verse]\n| G | D |\n| Em | C | Am |\n| G | D |\n';
    const { bytes } = writeMusicXml(readChart(`tempo: 92\nmeter: 4/4\n${chart}`).song);
    const { song } = readChart(readMusicXml(bytes).song ?? '');
    expect(linesOf(song.sections[0]?.bars ?? []).map((line) => line.length)).toEqual([2, 3, 2]);
  });

  it('that a score breaks for want of room give way to those that come again', () => {
    const chart = '[Verse]\n| G | D | Em | C | G |\n| D | Em | C | G | D |\n| Em | C |\n';
    const { bytes } = writeMusicXml(readChart(`tempo: 92\nmeter: 4/4\n${chart}`).song);
    const { song } = readChart(readMusicXml(bytes).song ?? '');
    expect(linesOf(song.sections[0]?.bars ?? []).map((line) => line.length)).toEqual([4, 4, 4]);
  });
});
