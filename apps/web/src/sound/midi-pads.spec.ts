import { firstValueFrom, take, toArray } from 'rxjs';
import { setUpPage } from '../testing/page';
import { TestBed } from '@angular/core/testing';
import { isNoteOn, MidiPads, REQUEST_MIDI } from './midi-pads';

/** A pad of the test: an input that tells what it is told. */
class TestPad extends EventTarget {
  readonly name = 'Test pad';

  send(data: readonly number[], timeStamp: number): void {
    const event = new Event('midimessage');
    Object.defineProperties(event, {
      data: { value: Uint8Array.from(data) },
      timeStamp: { value: timeStamp },
    });
    this.dispatchEvent(event);
  }
}

function padsWith(request: (() => Promise<unknown>) | undefined): MidiPads {
  setUpPage([{ provide: REQUEST_MIDI, useValue: request }]);
  return TestBed.inject(MidiPads);
}

describe('MIDI pads', () => {
  it('tell notes that begin from all else', () => {
    expect(isNoteOn([0x99, 38, 100])).toBeTrue();
    expect(isNoteOn([0x90, 38, 0])).toBeFalse();
    expect(isNoteOn([0x80, 38, 64])).toBeFalse();
    expect(isNoteOn([])).toBeFalse();
  });

  it('give each hit with its time and the pad’s name', async () => {
    const pad = new TestPad();
    const pads = padsWith(() => Promise.resolve({ inputs: new Map([['1', pad]]) }));
    const heard = firstValueFrom(pads.hits().pipe(take(2), toArray()));
    await Promise.resolve();
    await Promise.resolve();
    pad.send([0x99, 38, 100], 1000);
    pad.send([0x89, 38, 0], 1100);
    pad.send([0x99, 38, 90], 1600);
    expect(await heard).toEqual([
      { atS: 1, pad: 'Test pad', midi: 38 },
      { atS: 1.6, pad: 'Test pad', midi: 38 },
    ]);
  });

  it('are stood in for where there are none, or they are refused', async () => {
    for (const request of [undefined, () => Promise.reject(new Error('refused'))]) {
      TestBed.resetTestingModule();
      const [first, second] = await firstValueFrom(
        padsWith(request).hits().pipe(take(2), toArray()),
      );
      expect(first?.pad).toBe('Simulated pad');
      expect((second?.atS ?? 0) - (first?.atS ?? 0)).toBeCloseTo(0.609, 6);
    }
  });
});
