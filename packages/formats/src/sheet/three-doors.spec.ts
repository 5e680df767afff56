import { readChart } from '@harvu/core/chart';
import { roughChart } from '@harvu/core/requests';
import type { SongDocument } from '@harvu/core/song';
import { readAny } from '../index';

/** Its sections with their counts and bars, as a teacher would read them aloud. */
function told({ sections }: SongDocument): string {
  return sections
    .filter(({ bars }) => bars.length > 0)
    .map(({ name, times, bars }) => {
      const played = bars.map((bar) =>
        bar.repeat ? '%' : bar.chords.map((one) => one.name).join(' '),
      );
      return `${name}${times > 1 ? ` x${times}` : ''}: ${played.join(' ')}`;
    })
    .join(' / ');
}

/** Pasted text in one line, "⏎" for a new one, and what each door makes of it. */
const PASTES: readonly (readonly [pasted: string, told: string])[] = [
  ['Verse⏎G D Em C', 'Verse: G D Em C'],
  ['verse⏎g d em c', 'Verse: G D Em C'],
  ['VERSE 1⏎G D Em C', 'VERSE 1: G D Em C'],
  ['Chorus x2⏎G D Em C', 'Chorus x2: G D Em C'],
  ['Chorus (x2)⏎G D Em C', 'Chorus x2: G D Em C'],
  ['[Chorus] x2⏎G D Em C', 'Chorus x2: G D Em C'],
  ['[Chorus x2]⏎G D Em C', 'Chorus x2: G D Em C'],
  ['Chorus 2x⏎G D Em C', 'Chorus x2: G D Em C'],
  ['Chorus twice⏎G D Em C', 'Chorus x2: G D Em C'],
  ['Chorus - 3 times⏎G D', 'Chorus x3: G D'],
  ['Intro: G D Em C twice', 'Intro x2: G D Em C'],
  ['Intro: G D Em C (x4)', 'Intro x4: G D Em C'],
  ['Intro G D Em C', 'Intro: G D Em C'],
  ['Intro - G D Em C', 'Intro: G D Em C'],
  ['[Intro] G D Em C', 'Intro: G D Em C'],
  ['(Intro) G D', 'Intro: G D'],
  ['(Intro)⏎G D', 'Intro: G D'],
  ['Verse⏎G D Em C x2', 'Verse: G D Em C G D Em C'],
  ['Verse⏎G D Em C twice', 'Verse: G D Em C G D Em C'],
  ['Verse⏎G D Em C (2x)⏎Am D', 'Verse: G D Em C G D Em C Am D'],
  ['Turnaround⏎C G', 'Turnaround: C G'],
  ['pre-chorus⏎Am D', 'Pre-chorus: Am D'],
  ['Pre chorus: Am D', 'Pre chorus: Am D'],
  ['Outro: fade G D', 'Outro: G D'],
  ['Guitar solo⏎Em C', 'Guitar solo: Em C'],
  ['Last chorus⏎C G', 'Last chorus: C G'],
  ['2nd verse⏎G D', '2nd verse: G D'],
  ['Middle 8⏎F C', 'Middle 8: F C'],
  ['Part B⏎F C', 'Part B: F C'],
  ['Verse II⏎F C', 'Verse II: F C'],
  ['Verse 2b: F C', 'Verse 2b: F C'],
  ['Groove: G D Em C', 'Groove: G D Em C'],
  ['Walk-down:⏎G D Em C', 'Walk-down: G D Em C'],
  ['Verse⏎(G) (D) (Em)', 'Verse: G D Em'],
  ['Verse⏎1. G D⏎2. Em C', 'Verse: G D Em C'],
  ['Verse⏎G - D - Em - C', 'Verse: G D Em C'],
  ['Verse⏎G, D, Em, C', 'Verse: G D Em C'],
  ['Verse⏎G → D → Em', 'Verse: G D Em'],
  ['Verse⏎G / D / Em / C', 'Verse: G D Em C'],
  ['Verse⏎G / / / D / / /', 'Verse: G D'],
  ['Verse⏎G / D / Em / / /', 'Verse: G D Em'],
  ['Strophe⏎H7 Em', 'Strophe: B7 Em'],
  ['Strophe⏎Hm B F', 'Strophe: Bm Bb F'],
  ['Verse⏎| H7 | Em | B |', 'Verse: B7 Em Bb'],
  ['Verse⏎C♯m B♭ F♯m7', 'Verse: C#m Bb F#m7'],
  ['Verse⏎NC G n.c.', 'Verse: N.C. G N.C.'],
  ['Key: G⏎Verse⏎G D', 'Verse: G D'],
  ['Tempo: 92⏎Verse⏎G D', 'Verse: G D'],
  ['Title: Lock Gate⏎Verse⏎G D', 'Verse: G D'],
  ['Capo 2⏎Verse⏎G D', 'Verse: G D'],
  ['Tuning: E A D G B E⏎Verse⏎G D', 'Verse: G D'],
  ['G: 320003⏎Verse⏎G D', 'Verse: G D'],
  ['Verse:⏎G D (let ring)⏎Em', 'Verse: G D Em'],
  ['Verse⏎G  D⏎down by the lock we go⏎Em C', 'Verse: G D Em C'],
  ['Verse⏎G D⏎a bad day and a game⏎Em', 'Verse: G D Em'],
  ['Verse⏎G D⏎  Bridge over the water⏎Em', 'Verse: G D Em'],
  ['*Chorus*⏎C G', 'Chorus: C G'],
  ['Verse: G D⏎Chorus: C G⏎Bridge: Am F', 'Verse: G D / Chorus: C G / Bridge: Am F'],
  ['Verse | G | D |⏎Chorus | C | G |', 'Verse: G D / Chorus: C G'],
  ['Verse 1: | G D | Em C |', 'Verse 1: G D Em C'],
  ['[A]⏎G D⏎[B]⏎C', 'A: G D / B: C'],
  ['Verse⏎|: G | D :|', 'Verse: G D G D'],
  ['Verse⏎Cmaj7 Fadd9 G7sus4 D/F#', 'Verse: Cmaj7 Fadd9 G7sus4 D/F#'],
  ['Verse⏎4x G D', 'Verse: G D G D G D G D'],
  ['[Verse]⏎[G D] x2', 'Verse: G D G D'],
  ['Outro (x3, fade): G D', 'Outro x3: G D'],
  ['Refrain: [x2] C G', 'Refrain x2: C G'],
  ['Verse 1 (quiet)⏎G D', 'Verse 1: G D'],
  ['A: G D⏎B: C F', 'A: G D / B: C F'],
  ['[A] x2⏎G D', 'A x2: G D'],
  ['Verse⏎C, G, Am, F.', 'Verse: C G Am F'],
  ['Verse⏎G... D...', 'Verse: G D'],
  ['Verse⏎Em7(no5) D', 'Verse: Em7(no5) D'],
  ['Zwischenspiel: a d e', 'Zwischenspiel: A D E'],
  ['Bridge⏎F#m7b5 B7 E5 Asus2', 'Bridge: F#m7b5 B7 E5 Asus2'],
];

describe('pasted chords say the same at the bench, in a request and from a file', () => {
  for (const [pasted, expected] of PASTES)
    it(pasted, () => {
      const text = pasted.replaceAll('⏎', '\n');
      const fromFile = readAny(new TextEncoder().encode(text)).song ?? '';
      expect({
        bench: told(readChart(text).song),
        request: told(readChart(roughChart(text).text).song),
        file: told(readChart(fromFile).song),
      }).toEqual({ bench: expected, request: expected, file: expected });
    });

  it('takes tab for no chords', () => {
    const tab = 'Verse\ne|---0---|\nB|---1---|\nG|---0---|\nD|---2---|\nC G';
    expect(roughChart(tab).bars).toBe(2);
    expect(told(readChart(tab).song)).toBe('Verse: C G');
  });
});
