import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { makePlan } from '@harvu/core/plan';
import { PracticeVisit } from '../../testing/practice';
import { RoomChoices } from './room-choices';

const VERSE = 'tempo: 120\n[Verse]\n| G |\n[Vamp]\n| Em |';
const { song } = readChart(`${VERSE}\nmap: Verse, Vamp x4 until "back in", Verse`);
const { steps } = makePlan(song);
const idOf = (name: string, layer = 'full') =>
  steps.findLast(
    (step) =>
      step.kind !== 'join' && step.about.name.startsWith(name) && (step.layer ?? layer) === layer,
  )?.id ?? '';

describe('a song that goes round until a cue', () => {
  let visit: PracticeVisit;
  beforeEach(() => (visit = new PracticeVisit(song)));
  afterEach(() => visit.end());

  it('goes round until the cue, and on after the press that says clean', () => {
    visit.open('listen');
    visit.state.toggle();
    const [, options] = visit.sound.start.calls.mostRecent().args;
    expect(options.openEnds).toEqual([
      jasmine.objectContaining({ fromS: 2, untilS: 4, thenS: 10 }),
    ]);
    visit.sound.at(1);
    expect(visit.state.openEnd()).toBeUndefined();
    visit.sound.open = { fromS: 2, isOpen: true };
    visit.sound.at(0.5);
    expect(visit.state.openEnd()?.cue).toBe('back in');
    visit.mark(true);
    expect(visit.sound.leave).toHaveBeenCalledTimes(1);
    expect(visit.state.message()).toBe('On after this round.');
    expect(visit.state.openEnd()).toBeUndefined();
    expect(visit.put).toEqual([]);
  });

  it('plays an open end as often as is likely where that is chosen', () => {
    TestBed.inject(RoomChoices).set({ waitsForCue: false });
    visit.open('listen');
    visit.state.toggle();
    expect(visit.sound.start.calls.mostRecent().args[1].openEnds).toEqual([]);
  });
});

describe('what measures the hand', () => {
  let visit: PracticeVisit;
  beforeEach(() => (visit = new PracticeVisit(song)));
  afterEach(() => visit.end());

  it('takes a grip heard string by string as one try, dull strings told apart', () => {
    visit.open(idOf('Grips'));
    visit.state.ring({ grip: 'G', struck: [6, 5, 4, 3, 2, 1], dull: [4] });
    expect(visit.put.map(({ kind }) => kind)).toEqual(['ring', 'try']);
    expect(visit.put[0]).toEqual(jasmine.objectContaining({ grip: 'G', dull: [4] }));
    expect(visit.put[1]).toEqual(jasmine.objectContaining({ kind: 'try', clean: false }));
    expect(visit.state.message()).toContain('One string at a time');
    jasmine.clock().tick(1000);
    visit.state.ring({ grip: 'G', struck: [6, 5, 4, 3, 2, 1], dull: [] });
    expect(visit.state.message()).toBe('1 of 5 clean.');
  });

  it('keeps how quick strokes were, and their time', () => {
    visit.open(idOf('Verse'));
    visit.state.strokes(4.2, 31);
    expect(visit.put).toEqual([jasmine.objectContaining({ kind: 'strokes', perSecond: 4.2 })]);
    expect(visit.state.message()).toContain('4.2 strokes a second');
    expect(visit.state.minutesToday()).toBe(1);
  });
});
