import { readChart } from '../chart';
import { formOf } from '../form';
import { lineWords, partWords, writtenLines } from './index';

const formIn = (chart: string) => formOf(readChart(chart).song);

describe('the lines and parts of a song in words', () => {
  it('call a line by its number, however its section is played', () => {
    const form = formIn('map: V layer bare, V\n[V]\n| Dm | A |\n| Dm | C |');
    expect(lineWords(form).map(({ chords }) => chords)).toEqual([
      ...['new', 'as line 1, ends on C', 'as line 1', 'as line 2'],
    ]);
  });

  it('say the hand of a part only where it is not that of the part it is told by', () => {
    const chart =
      'map: V, C, C +1\n[V]\n| A | D | A | E |\n[C]\n| F#m | Bm | F#m | C#m |\n| Bm | C# | D | Bm |';
    expect(partWords(formIn(chart))).toEqual([
      ...['new', 'new, struck as V', 'as C, 1 semitone up'],
    ]);
  });

  it('say of a line at the bench that the hand is new where the chords are not', () => {
    const chart =
      'pattern a 4/4: D D D D\npattern b 4/4: D U D U D U D U\n[A] pattern a\n| G | C |\n[B] pattern b\n| G | C |\n| G | D |';
    expect(writtenLines(formIn(chart)).map(({ words, newBars }) => [words, newBars])).toEqual([
      ['line 1, new', [1, 2]],
      ['as line 1 of A, struck otherwise', []],
      ['as line 1 of A, ends on D', [4]],
    ]);
  });
});
