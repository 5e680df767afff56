import { findingsOf } from '../checks';
import { findKey } from '../chord';
import { readChart, writeChart } from '../chart';
import { withCommand } from '../edits';
import { songGrips, USUAL_STUDENT } from '../player';
import { makePlan } from '../plan';
import { isGripOwned, workpieceOf } from '../steps';
import { timelineOf } from '../timeline';
import { formOf, partsOf } from './index';

const HEAD = 'tempo: 92\nmeter: 4/4\ngrip Bm: x24432\ngrip Bm~low: 7x07xx\n';
const songOf = (chart: string) => readChart(HEAD + chart).song;
const TWICE = songOf(
  'map: Verse, Verse 2\n[Verse]\n| D | A | Bm | G |\n[Verse 2 = Verse] grips Bm~low\n',
);

const chordsIn = (song: typeof TWICE): readonly string[] =>
  timelineOf(song).occurrences.flatMap(({ bars }) =>
    bars.flatMap(({ chords }) => chords.map((one) => one.chord)),
  );

describe('two grips of one name', () => {
  it('are written in a bar or for a section, and read again as they were', () => {
    for (const body of [
      '[Verse]\n| D | Bm~low . . Bm |\n| Bm/F#~low? | Bm~low! |\n',
      '[Verse] grips Bm~low, G~high\n| D | Bm |\n',
      '[Verse] grips Bm~low\n| Bm |\n\n[Verse 2 = Verse] grips plain\n',
    ]) {
      const { song, faults } = readChart(HEAD + body);
      expect(faults).toEqual([]);
      expect(readChart(writeChart(song)).song).toEqual(song);
      expect(writeChart(song).endsWith(body)).toBe(true);
    }
  });

  it('are held where the section says so, and where what it derives from does', () => {
    expect(chordsIn(TWICE)).toEqual(['D', 'A', 'Bm', 'G', 'D', 'A', 'Bm~low', 'G']);
    const derived = songOf(
      '[One] grips Bm~low\n| Bm | D |\n[Two = One]\n2: | G |\n[Three = One] grips plain\n',
    );
    expect(chordsIn(derived)).toEqual(['Bm~low', 'D', 'Bm~low', 'G', 'Bm', 'D']);
  });

  it('are one chord in key and names, and two grips to hold', () => {
    expect(findKey([{ name: 'Bm~low', beats: 4 }]).best).toEqual(
      findKey([{ name: 'Bm', beats: 4 }]).best,
    );
    const held = songGrips(TWICE).map(({ name, grip }) => [name, grip.join(' ')]);
    expect(held).toContain(['Bm', ' 2 4 4 3 2']);
    expect(held).toContain(['Bm~low', '7  0 7  ']);
  });

  it('make bars the same and held otherwise: new to the hand, and a part of their own', () => {
    const form = formOf(TWICE);
    const { relation, held, newBars } = form.lines[1]?.chords ?? {};
    expect({ relation, held, newBars }).toEqual({
      relation: 'same',
      held: 'otherwise',
      newBars: [3],
    });
    expect(form.different).toEqual({ chords: 5, figure: 4 });
    expect(partsOf(TWICE).parts.map((part) => [part.name, part.newBars])).toEqual([
      ['Verse', [1, 2, 3, 4]],
      ['Verse 2', [3]],
    ]);
  });

  it('do not make another line of one that has other chords in one bar', () => {
    const song = songOf(
      'grip G: 320003\ngrip G~four: 320033\n[Verse]\n| G~four | Cadd9 | G~four | D |\n[Chorus]\n| G | C | G | D |',
    );
    const { relation, held, newBars } = formOf(song).lines[1]?.chords ?? {};
    expect([relation, held, newBars]).toEqual(['bars', 'otherwise', [1, 2, 3]]);
  });

  it('move with a section where the moved one is written, and are plain where it is not', () => {
    const moved = 'map: End, End +2\n[End]\n| Bm~low |';
    expect(chordsIn(songOf(`grip C#m~low: 9x09xx\n${moved}`))).toEqual(['Bm~low', 'C#m~low']);
    expect(chordsIn(songOf(moved))).toEqual(['Bm~low', 'C#m']);
  });

  it('are owned by their shape, not by the name they share', () => {
    const owned = { ...USUAL_STUDENT, ownedGrips: ['Bm x24432'] };
    const work = workpieceOf(TWICE, { student: owned });
    const isOwned = (name: string): boolean =>
      work.grips.some((grip) => grip.name === name && isGripOwned(work, grip));
    expect([isOwned('Bm'), isOwned('Bm~low')]).toEqual([true, false]);
    const low = { ...USUAL_STUDENT, ownedGrips: ['Bm 7x07xx'] };
    const other = workpieceOf(TWICE, { student: low });
    expect(other.grips.filter((grip) => isGripOwned(other, grip)).map(({ name }) => name)).toEqual([
      'Bm~low',
    ]);
  });

  it('are both taught, the second when its section comes', () => {
    const { steps } = makePlan(TWICE);
    const taught = steps.flatMap(({ kind, atoms }) => (kind === 'grip' ? atoms : []));
    expect(taught).toContain('Bm');
    expect(taught).toContain('Bm~low');
  });

  it('are told where one is called for that nobody wrote, and held as the plain chord meanwhile', () => {
    const song = songOf('[Verse]\n| Bm~high | D |');
    const found = findingsOf(song).find(({ place }) => 'name' in place && place.name === 'Bm~high');
    expect(found?.code).toBe('inventory');
    const [remedy] = found?.remedies ?? [];
    const mended = (remedy?.commands ?? []).reduce(withCommand, song);
    expect(chordsIn(mended)).toEqual(['Bm', 'D']);
    expect(songGrips(song).find(({ name }) => name === 'Bm~high')?.grip).toEqual(
      songGrips(mended).find(({ name }) => name === 'Bm')?.grip,
    );
  });

  it('are chosen for one section, added, and taken back, what it derives from staying', () => {
    const song = songOf('[One]\n| Bm | D |\n[Two = One]\n[Three = Two]\n');
    const id = song.sections[1]?.id ?? '';
    const added = withCommand(song, {
      kind: 'hold-otherwise',
      section: id,
      name: 'Bm~thin',
      grip: [null, null, 4, 4, 3, 2],
    });
    expect(chordsIn(added)).toEqual(['Bm', 'D', 'Bm~thin', 'D', 'Bm~thin', 'D']);
    const last = song.sections[2]?.id ?? '';
    const plain = withCommand(added, { kind: 'hold-otherwise', section: last, name: 'Bm' });
    expect(chordsIn(plain)).toEqual(['Bm', 'D', 'Bm~thin', 'D', 'Bm', 'D']);
    const back = withCommand(plain, { kind: 'hold-otherwise', section: id, name: 'Bm' });
    expect(back.sections[1]?.grips).toBeUndefined();
    expect(added.grips.map(({ name }) => name)).toContain('Bm~thin');
  });

  it('go with the shapes when the capo moves and the sound stays', () => {
    const moved = withCommand(TWICE, { kind: 'move-capo', capo: 2, keeps: 'sounds' });
    expect(chordsIn(moved).join(' ')).toBe('C G Am F C G Am F');
    expect(moved.sections[1]?.grips).toBeUndefined();
  });
});
