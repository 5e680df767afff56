import { readChart } from '../chart';
import { withCommand } from '../edits';
import { timelineOf } from '../timeline';
import { findingsOf } from './index';

const HEAD = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';
const songOf = (map: string) =>
  readChart(`${HEAD}map: ${map}\n[Verse]\n| C | G | Am | F |\n[Out]\n| F | G |`).song;
const fadeIn = (map: string) => findingsOf(songOf(map)).find(({ code }) => code === 'map-cover');

describe('a fade on the map', () => {
  it('is asked what one ends on when it is played live, as a doubt', () => {
    expect(fadeIn('Verse, Out x4 fade')?.severity).toBe('doubt');
    expect(fadeIn('Verse, Out x4 fade, Verse')).toBeUndefined();
    expect(fadeIn('Verse, Out x4')).toBeUndefined();
  });

  it('is given an end on the chord the song comes home to, hit once, by one press', () => {
    const song = songOf('Verse, Out x4 fade');
    const [end, stop] = fadeIn('Verse, Out x4 fade')?.remedies ?? [];
    const ended = (end?.commands ?? []).reduce(withCommand, song);
    const last = timelineOf(ended).occurrences.at(-1);
    expect(last?.bars.map(({ chords }) => chords.map(({ chord, hit }) => [chord, hit]))).toEqual([
      [['C', true]],
    ]);
    expect(ended.sections.slice(0, 2).map(({ id }) => id)).toEqual(
      song.sections.map(({ id }) => id),
    );
    const stopped = (stop?.commands ?? []).reduce(withCommand, song);
    expect(stopped.map.at(-1)).toEqual({ section: 'Out', times: 4 });
    for (const settled of [ended, stopped])
      expect(findingsOf(settled).some(({ code }) => code === 'map-cover')).toBe(false);
  });

  it('ends on the shape that sounds home behind a capo', () => {
    const text = `${HEAD.replace('capo: 0', 'capo: 2')}map: Verse fade\n[Verse]\n| C | G | Am | F |`;
    const song = readChart(text).song;
    const found = findingsOf(song).find(({ code }) => code === 'map-cover');
    const ended = (found?.remedies[0]?.commands ?? []).reduce(withCommand, song);
    expect(timelineOf(ended).occurrences.at(-1)?.bars[0]?.chords[0]?.chord).toBe('C');
  });
});
