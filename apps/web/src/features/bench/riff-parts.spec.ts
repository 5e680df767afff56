import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import type { RiffNote } from '@harvu/core/riff';
import type { SongDocument } from '@harvu/core/song';
import { Subject } from 'rxjs';
import { answers } from '../../worked-out/answers';
import { MidiPads, type PadHit } from '../../sound/midi-pads';
import { setUpPage, ShownPart } from '../../testing/page';
import { CONVENTIONS } from '../../ui/conventions';
import { Engraving } from '../../ui/engraving';
import { RiffTab } from '../../ui/riff-tab';
import { StringPlayer } from '../../sound/string-player';
import { heardRiff, soundingAt } from '../../editors/riffs/heard-riff';
import { LayRiff } from '../../editors/riffs/lay-riff';
import { RiffEditor } from '../../editors/riffs/riff-editor';
import { RiffNeck } from '../../editors/riffs/riff-neck';
import { RiffPaste } from '../../editors/riffs/riff-paste';
import { RiffRow } from '../../editors/riffs/riff-row';

const CHART =
  'tempo: 92\nmeter: 4/4\ncapo: 2\nriff hoist 4/4: 3: 2 4 2: 3 5\n[A] riff hoist in 1\n| G | D |';
const { song } = readChart(CHART);
const METER = { beats: 4, unit: 4 as const, groups: [4] };

function key(target: Element, pressed: string): void {
  target.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }));
}

async function untilDrawn(): Promise<void> {
  const engraving = TestBed.inject(Engraving);
  engraving.load();
  for (let tries = 0; tries < 100 && !engraving.engrave(); tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 20));
}

/** An editor that carries out what it gives, as the bench does. */
async function editing(chart = CHART) {
  let now: SongDocument = readChart(chart).song;
  const named = () => now.riffs?.[0];
  const shown = await ShownPart.of(RiffEditor, { song: now, named: named() });
  const given: SongCommand[] = [];
  shown.fixture.componentInstance.changed.subscribe((command) => {
    given.push(command);
    now = withCommand(now, command);
    shown.fixture.componentRef.setInput('song', now);
    if (named()) shown.fixture.componentRef.setInput('named', named());
  });
  return { shown, given, body: () => named()?.body };
}

describe('riffs at the bench', () => {
  const conventions = signal<Conventions>(USUAL_CONVENTIONS);
  beforeEach(() => {
    conventions.set(USUAL_CONVENTIONS);
    setUpPage([{ provide: CONVENTIONS, useValue: conventions }]);
  });

  it('are written by typing, and what is wrong is told where it is', async () => {
    const { shown, body } = await editing();
    const field = shown.one<HTMLTextAreaElement>('textarea');
    field.value = '3: 2 99';
    field.dispatchEvent(new Event('input'));
    await shown.settle();
    expect(shown.one('[role=alert]').textContent).toContain('At 6: Fret 99 is beyond the neck');
    field.value = ' 3: 2 4 |2: 3 5 ';
    field.dispatchEvent(new Event('input'));
    key(field, 'Enter');
    await shown.settle();
    expect(body()).toBe('3: 2 4 | 2: 3 5');
  });

  it('are put right note by note with keys alone', async () => {
    const { shown, body } = await editing();
    const drawn = shown.one('[tabindex="0"]');
    const press = async (...keys: readonly string[]) => {
      for (const one of keys) key(drawn, one);
      await shown.settle();
    };
    await press('ArrowRight', 'h');
    expect(body()).toBe('3: 2 h4 2: 3 5');
    await press('7');
    expect(body()).toBe('3: 2 h7 2: 3 5');
    await press('+');
    expect(body()).toBe('3: 2 h8 2: 3 5');
    await press('ArrowRight', 'ArrowDown');
    expect(body()).toBe('3: 2 h8 7 2: 5');
    await press('.', 'v');
    expect(body()).toContain('7v');
    expect(shown.text).toContain('Note 3 of 4: string 3 fret 7 with vibrato, 1.5 beats.');
    await press('Delete');
    expect(shown.text).toContain('Note 3 of 3');
  });

  it('take two figures close together as one fret', async () => {
    const { shown, body } = await editing();
    const drawn = shown.one('[tabindex="0"]');
    key(drawn, '1');
    key(drawn, '2');
    await shown.settle();
    expect(body()).toBe('3: 12 4 2: 3 5');
  });

  it('are renamed, get another meter, and are taken away', async () => {
    const { shown, given } = await editing();
    const [name, meter, pickup] = shown.all<HTMLInputElement>('input.field');
    const say = async (field: HTMLInputElement | undefined, value: string) => {
      if (!field) throw new Error('no field');
      field.value = value;
      field.dispatchEvent(new Event('change'));
      await shown.settle();
    };
    await say(name, 'the winch');
    expect(given.at(-1)).toEqual({ kind: 'rename-riff', from: 'hoist', to: 'the-winch' });
    await say(meter, '3/4');
    expect(given.at(-1)).toEqual(jasmine.objectContaining({ kind: 'set-riff' }));
    await say(meter, 'three');
    expect(meter?.value).toBe('3/4');
    await say(pickup, '1');
    await say(pickup, '7');
    expect(pickup?.value).toBe('1');
    await shown.press('Take it away');
    expect(given.at(-1)?.kind).toBe('drop-riff');
  });

  it('say what is to be learnt, what is alike, and where else the notes lie', async () => {
    const chart = CHART.replace('[A]', 'riff again 4/4: 3: 2 4 2: 3 7\n[A]');
    const own = readChart(chart).song;
    const { riffs } = answers.takeApart(own, USUAL_CONVENTIONS);
    const apart = riffs[1];
    const shown = await ShownPart.of(RiffEditor, { song: own, named: apart?.named, apart });
    expect(shown.text).toContain('4 of 4 notes to learn.');
    expect(shown.text).toContain('again is hoist up to bar 1 beat 4, then it ends on string 2.');
    expect(shown.text).toContain('The same notes elsewhere:');
  });

  it('say and draw the finger that stays down into the grip behind them', async () => {
    const own = readChart(
      'tempo: 92\nmeter: 4/4\nriff in 4/4: 2: 3 . . .\n[A] riff in in 1\n| G | D |',
    ).song;
    const [apart] = answers.takeApart(own, USUAL_CONVENTIONS).riffs;
    const shown = await ShownPart.of(RiffEditor, { song: own, named: apart?.named, apart });
    const stays = shown.one('[aria-label="Fingers that stay"]');
    expect(stays.textContent).toContain('Into D: finger 3 stays on string 2 fret 3.');
    expect(stays.querySelectorAll('svg .fill-spruce').length).toBe(1);
  });

  it('are pressed on the neck, then tapped, one tap a note', async () => {
    const shown = await ShownPart.of(RiffNeck, { tuning: STANDARD_TUNING, meter: METER, capo: 0 });
    const taken: unknown[] = [];
    shown.fixture.componentInstance.taken.subscribe((notes) => taken.push(...notes));
    for (const place of ['string 3 fret 2', 'string 3 fret 4', 'string 2 open']) {
      shown.one(`[aria-label="${place}"]`).click();
      await shown.settle();
    }
    expect(shown.text).toContain('3 pressed. Tap the rhythm');
    const tap = shown.all('button').find((one) => one.textContent.includes('Tap the rhythm'));
    for (const atMs of [0, 500, 750]) {
      const event = new KeyboardEvent('keydown', { key: ' ', code: 'Space' });
      Object.defineProperty(event, 'timeStamp', { value: 1000 + atMs });
      tap?.dispatchEvent(event);
    }
    await shown.settle();
    expect(shown.text).toContain('All 3 tapped.');
    await shown.press('Put them in');
    expect(taken.map((one) => (one as { at: unknown }).at)).toEqual([0, 1, '3/2']);
  });

  it('are played in by MIDI, as strings and frets in the rhythm they had', async () => {
    const hits = new Subject<PadHit>();
    TestBed.resetTestingModule();
    setUpPage([{ provide: MidiPads, useValue: { hits: () => hits } }]);
    const shown = await ShownPart.of(RiffNeck, { tuning: STANDARD_TUNING, meter: METER, capo: 0 });
    const taken: RiffNote[] = [];
    shown.fixture.componentInstance.taken.subscribe((notes) => taken.push(...notes));
    await shown.press('Play it in (MIDI)');
    for (const [at, midi] of [57, 60, 62, 20].entries())
      hits.next({ atS: 1 + at * 0.5, pad: 'pad', midi });
    await shown.settle();
    expect(shown.text).toContain('4 came in');
    await shown.press('That was all');
    expect(shown.text).toContain('string 3 fret 2');
    expect(shown.text).toContain('1 is not on this neck');
    await shown.press('Put them in');
    expect(taken.map(({ at, string, fret }) => `${at} ${string}:${fret}`)).toEqual([
      ...['0 3:2', '1 2:1', '2 2:3'],
    ]);
    expect(hits.observed).toBeFalse();
  });

  it('are pasted as a spoken list, counted from either side, or as tab', async () => {
    const shown = await ShownPart.of(RiffPaste, { tuning: STANDARD_TUNING, capo: 2 });
    const taken: string[] = [];
    shown.fixture.componentInstance.taken.subscribe((body) => taken.push(body));
    const field = shown.one<HTMLTextAreaElement>('textarea');
    const paste = async (text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await shown.settle();
    };
    await paste('third string two four, second string three five three');
    await shown.press('Take it over');
    expect(taken).toEqual(['3: 2 4 2: 3 5 3']);
    const [side] = shown.all<HTMLSelectElement>('select');
    if (side) side.value = 'thickest';
    side?.dispatchEvent(new Event('change'));
    await shown.settle();
    await shown.press('Take it over');
    expect(taken.at(-1)).toBe('4: 2 4 5: 3 5 3');
    await paste('e|--0-|\nB|1---|\nG|----|\nD|----|\nA|----|\nE|----|');
    expect(shown.text).toContain('The rhythm is guessed');
    await paste('third string forty');
    expect(shown.all('[role=alert]').length).toBeGreaterThan(0);
  });

  it('are laid over bars of a section, a new one or one that is there', async () => {
    const shown = await ShownPart.of(LayRiff, { song, sectionId: song.sections[0]?.id });
    const given: SongCommand[][] = [];
    shown.fixture.componentInstance.changed.subscribe((commands) => given.push([...commands]));
    const [bars, beat, part] = shown.all<HTMLInputElement>('input');
    if (!bars || !beat || !part) throw new Error('no fields');
    bars.value = 'x';
    await shown.press('Lay it');
    expect(shown.text).toContain('Write a bar or two of them');
    bars.value = '2';
    beat.value = '3';
    part.value = 'lead';
    await shown.press('Lay it');
    expect(given.at(-1)?.map((one) => one.kind)).toEqual(['set-riff', 'use-riff']);
    const after = (given.at(-1) ?? []).reduce(withCommand, song);
    expect(after.sections[0]?.riffUses?.[1]).toEqual({
      riff: 'riff-1',
      bars: { from: 2, to: 2 },
      beat: 3,
      part: 'lead',
    });
  });

  it('stand at their section, say where, and are taken off there', async () => {
    const { riffs } = answers.takeApart(song, USUAL_CONVENTIONS);
    const shown = await ShownPart.of(RiffRow, { song, riffs, section: song.sections[0]?.id });
    const given: SongCommand[] = [];
    shown.fixture.componentInstance.changed.subscribe((command) => given.push(command));
    expect(shown.text).toContain('riff hoist · bar 1, strummed in bare and pulse');
    await shown.press('Edit');
    expect(shown.all('harvu-riff-editor').length).toBe(1);
    await shown.press('take off');
    expect(given).toEqual([
      {
        ...{ kind: 'use-riff', section: song.sections[0]?.id ?? '' },
        use: { riff: '', bars: { from: 1, to: 1 } },
      },
    ]);
  });

  it('are drawn, spoken for who does not see them, and a note is marked', async () => {
    const { riffs } = answers.takeApart(song, USUAL_CONVENTIONS);
    await untilDrawn();
    const shown = await ShownPart.of(RiffTab, {
      ...{ riff: riffs[0]?.worked, barBeats: [4], tuning: STANDARD_TUNING, capo: 2, marked: [1] },
    });
    expect(shown.element.getAttribute('aria-label')).toBe(
      'string 3 fret 2, fret 4, string 2 fret 3, fret 5',
    );
    expect(shown.all('svg').length).toBe(1);
    expect(shown.all('circle').length).toBe(2);
    conventions.set({ ...USUAL_CONVENTIONS, frets: 'nut' });
    await shown.settle();
    expect(shown.element.getAttribute('aria-label')).toContain('fret 4');
  });
});

describe('a riff that is heard', () => {
  const { riffs } = answers.takeApart(song, USUAL_CONVENTIONS);
  const notes = riffs[0]?.worked.notes ?? [];
  const on = { tuning: STANDARD_TUNING, capo: 2, bpm: 60 };

  it('sounds with the capo, at its tempo, from any note on', () => {
    const heard = heardRiff(notes, [1, 2, 3], on);
    expect(heard.notes.map((one) => [one.midi, one.atS])).toEqual([
      [61, 0],
      [64, 1],
      [66, 2],
    ]);
    expect(soundingAt(heard, 1.2)).toEqual([2]);
    expect(soundingAt(undefined, 1)).toEqual([]);
  });

  it('begins, goes on, and stops when it is told', async () => {
    TestBed.configureTestingModule({ providers: [StringPlayer] });
    const player = TestBed.inject(StringPlayer);
    player.start(heardRiff(notes, [0, 1], { ...on, bpm: 240 }));
    expect(player.isOn()).toBeTrue();
    player.stop();
    expect([player.isOn(), player.atS()]).toEqual([false, -1]);
    player.close();
    await Promise.resolve();
  });
});
