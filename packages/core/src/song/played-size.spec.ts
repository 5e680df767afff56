import { readChart } from '../chart';
import { timelineOf } from '../timeline';
import { MOST_PLAYED_BARS, playedTooLong } from './index';

const song = (text: string) => readChart(text).song;

describe('how much of a song is played', () => {
  it('goes as far as two thousand bars', () => {
    const whole = song('map: A x50\n[A] x40\n| G |');
    expect(playedTooLong(whole)).toBeUndefined();
    expect(timelineOf(whole).barCount).toBe(MOST_PLAYED_BARS);
  });

  it('is counted with sections, endings and the map multiplied', () => {
    expect(playedTooLong(song('map: B, A x64, A x64\n[A] x64\n| G |\n[B]\n| D |'))).toEqual({
      ...{ entry: 1, bars: MOST_PLAYED_BARS + 1 },
    });
  });

  it('is counted in chords, too', () => {
    const bar = `| ${'G '.repeat(32)}|`;
    const many = song(`map: A x60\n[A]\n${Array(8).fill(bar).join('\n')}`);
    expect(playedTooLong(many)?.entry).toBe(0);
  });

  it('is told in the chart, at its map, with the section where it becomes too much', () => {
    const { faults } = readChart('tempo: 92\nmap: A, B x64\n[A]\n| G |\n[B] x64\n| D |');
    const fault = faults.find((one) => one.code === 'chart-long');
    expect([fault?.line, fault?.detail as unknown]).toEqual([2, [1]]);
    expect(fault?.message).toContain('With "B" the song has more than 2000 bars');
  });
});
