import { readChart } from '@harvu/core/chart';
import type { SongCommand } from '@harvu/core/edits';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { of } from 'rxjs';
import { setUpPage, ShownPart } from '../../testing/page';
import { Analysis } from '../../worked-out';
import { answers } from '../../worked-out/answers';
import { KeyNote } from './parts/key-note';
import { riffRange } from './riff-range';

const asked = {
  keyAdvice: (song: Parameters<typeof answers.keyAdvice>[0]) =>
    of(answers.keyAdvice(song, USUAL_CONVENTIONS)),
  voice: (...[song, ranges]: Parameters<typeof answers.voice>) =>
    of(answers.voice(song, ranges, USUAL_CONVENTIONS)),
};

async function noteOf(chart: string) {
  setUpPage([{ provide: Analysis, useValue: asked }]);
  const shown = await ShownPart.of(KeyNote, { song: readChart(chart).song });
  const edits: SongCommand[] = [];
  shown.fixture.componentInstance.edit.subscribe((edit) => edits.push(edit));
  const fill = async (label: string, value: string) => {
    const field = shown
      .all<HTMLInputElement>('input')
      .find((one) => (one.ariaLabel ?? one.parentElement?.textContent.trim()) === label);
    if (!field) throw new Error(`no field ${label}`);
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await shown.settle();
  };
  return { shown, edits, fill };
}

describe('the note about key and capo', () => {
  it('compares only when asked, and takes a place with one press', async () => {
    const { shown, edits } = await noteOf('tempo: 90\n[A]\n| F | Bb | C |');
    expect(shown.text).not.toContain('Capo 3.');
    await shown.press('Compare the places');
    expect(shown.text).toContain('Capo 3. D, G and A: no barre');
    await shown.press('Take capo 3');
    expect(edits).toEqual([{ kind: 'move-capo', capo: 3, keeps: 'sounds' }]);
  });

  it('forgets what it said once the song is another', async () => {
    const { shown } = await noteOf('[A]\n| F | Bb |');
    await shown.press('Compare the places');
    shown.fixture.componentRef.setInput('song', readChart('[A]\n| G | D |').song);
    await shown.settle();
    expect(shown.text).toContain('Compare the places');
  });

  it('finds keys for a voice, from a riff or as they are typed', async () => {
    const { shown, edits, fill } = await noteOf(
      'riff tune 4/4: 3: 0 2 . 2: 3\n[A] riff tune\n| G |\n[B]\n| D | Em | C |',
    );
    await shown.press('Compare the places');
    await shown.press('For a voice');
    await shown.press('The tune is riff tune');
    await fill('Voice from', 'a3');
    await fill('Voice to', 'F5');
    await shown.press('Find keys');
    expect(shown.text).toContain('The voice reaches all of the tune in these keys.');
    await shown.press('A, capo 2');
    expect(edits).toEqual([{ kind: 'move-capo', capo: 2, keeps: 'sounds', higher: 2 }]);
    await fill('Voice to', 'B3');
    await shown.press('Find keys');
    expect(shown.text).toContain('wider than the voice');
  });

  it('tells what a key change and another tuning ask for', async () => {
    const { shown } = await noteOf('tempo: 60\ntuning: D A D G B E\nmap: A, A +2\n[A]\n| D | G |');
    await shown.press('Compare the places');
    expect(shown.text).toContain('A sounds 2 semitones higher: new grips are E, A');
    expect(shown.text).toContain('with the capo to 2 the shapes stay');
    expect(shown.text).toContain('Retuning 1 string on stage takes about 15 s.');
  });
});

describe('the range of a riff', () => {
  it('is what sounds, capo counted in; none where there is no note', () => {
    const song = readChart('capo: 2\nriff a 4/4: 1: 0 5 x -\nriff b 4/4: - - - -\n[A]\n| G |').song;
    expect(riffRange(song, 'a')).toEqual({ low: 66, high: 71 });
    expect(riffRange(song, 'b')).toBeUndefined();
    expect(riffRange(song, 'c')).toBeUndefined();
  });
});
