import { USUAL_CONVENTIONS } from '../conventions';
import { handWords } from '../fretboard';
import { readChart } from '../chart';
import { riffApart, workpieceOf } from '.';

const apart = (text: string, name: string) => {
  const { song } = readChart(`tempo: 92\nmeter: 4/4\n${text}`);
  const named = song.riffs?.find((one) => one.name === name);
  if (!named) throw new Error(`no riff ${name}`);
  const work = workpieceOf(song);
  return riffApart(song, named, { work, words: handWords(USUAL_CONVENTIONS, work) });
};

describe('a riff taken apart for the bench', () => {
  const GRIP = 'grip D: xx0232 fingers ...132\n';

  it('says what stays down for the grip behind it, and from the grip before it', () => {
    const text = `${GRIP}riff in 4/4: 1: 0 2: 5 3_3 .\n[A] riff in in 1\n| D | D |`;
    expect(apart(text, 'in').joins).toEqual([
      jasmine.objectContaining({
        words: 'Into D: finger 3 stays on string 2 fret 3.',
        held: jasmine.objectContaining({ name: 'D' }),
        staying: [3],
      }),
    ]);
    const out = `${GRIP}riff out 4/4: 2: 3_3 5 3 .\n[A] riff out in 2\n| D | N.C. |`;
    expect(apart(out, 'out').joins.map((one) => one.words)).toEqual([
      'Out of D: finger 3 stays on string 2 fret 3.',
    ]);
  });

  it('says what it is beside another riff', () => {
    const text =
      'riff a 4/4: 3: 2 4 5 7 | 5 4 2 .\nriff b 4/4: 3: 2 4 5 7 | 5 4 0 .\nriff c 4/4: 6: 0 . 3 .\n[A] riff a riff b in 2\n| G | D |';
    expect(apart(text, 'b').beside).toEqual([
      'b is a up to bar 2 beat 3, then it ends on string 3.',
    ]);
    expect(apart(text, 'c').beside).toEqual([]);
  });

  it('says how the second half of a solo stands to its first', () => {
    const half = '3: 2 4 2: 3 5 | 3: 4 2 4 . | 2: 5 3 1: 2 5 | ';
    const text = `riff solo 4/4: ${half}3: 2 . . . | ${half}3: 4 2 0 .\n[A] riff solo\n| G | D |`;
    expect(apart(text, 'solo').beside).toEqual([
      'The second half is the first up to bar 4, then it ends on string 3.',
    ]);
  });

  it('finds its notes elsewhere, and says what is gained', () => {
    const { elsewhere, worked } = apart('riff a 4/4: 3: 9 11 12 14\n[A] riff a\n| G |', 'a');
    expect(elsewhere.length).toBeGreaterThan(0);
    for (const { words, riff } of elsewhere) {
      expect(words).toMatch(/^(around fret \d+|on open strings)/);
      expect(riff.body).not.toBe('3: 9 11 12 14');
    }
    expect(worked.notes.length).toBe(4);
  });

  it('counts what is to be learnt, and says each phrase', () => {
    const text = 'riff a 4/4: 3: 2 4 5 7 , | 3: 2 4 5 7\n[A] riff a\n| G | G |';
    expect(apart(text, 'a').toLearn).toBe(4);
    expect(apart(text, 'a').said.length).toBe(2);
  });
});
