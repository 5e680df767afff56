import { inject, Injectable, InjectionToken } from '@angular/core';
import {
  catchError,
  defer,
  delay,
  filter,
  from,
  fromEvent,
  map,
  merge,
  mergeMap,
  of,
  switchMap,
  type Observable,
} from 'rxjs';

/** One hit on a pad: when, in seconds of the page's clock. */
export interface PadHit {
  readonly atS: number;
  /** The pad it came from, as it calls itself. */
  readonly pad: string;
}

/** A MIDI message is a note that begins where its first byte says so and it is not silent. */
const NOTE_ON = 0x90;
const KIND = 0xf0;

/** Tells whether a MIDI message begins a note; one of no loudness ends it. */
export function isNoteOn([status = 0, , loudness = 0]: Iterable<number> &
  ArrayLike<number>): boolean {
  return (status & KIND) === NOTE_ON && loudness > 0;
}

/** The rhythm the stand-in plays, in quarters, and how far its hand is off, in ms: two bars of a plain strum. */
const STAND_IN_BEATS = [0, 1, 1.5, 2.5, 3, 3.5, 4, 5, 5.5, 6.5, 7, 7.5];
const STAND_IN_OFF_MS = [0, 9, -7, 12, -4, 6, -11, 3, 8, -9, 5, -2];
const STAND_IN_BEAT_MS = 600;
const STAND_IN_NAME = 'Simulated pad';

/** Hits of a pad that is not there: a hand that is human, at 100 bpm. */
function standInHits(): Observable<PadHit> {
  return defer(() => {
    const start = performance.now() + STAND_IN_BEAT_MS;
    return from(
      STAND_IN_BEATS.map((beat, index) => ({ beat, offMs: STAND_IN_OFF_MS[index] ?? 0 })),
    ).pipe(
      mergeMap(({ beat, offMs }) => {
        const atMs = start + beat * STAND_IN_BEAT_MS + offMs;
        const hit = { atS: atMs / 1000, pad: STAND_IN_NAME };
        return of(hit).pipe(delay(Math.max(0, atMs - performance.now())));
      }),
    );
  });
}

function hitsOf(input: MIDIInput): Observable<PadHit> {
  return fromEvent<MIDIMessageEvent>(input, 'midimessage').pipe(
    filter(({ data }) => data !== null && isNoteOn(data)),
    map(({ timeStamp }) => ({ atS: timeStamp / 1000, pad: input.name ?? 'MIDI pad' })),
  );
}

/** How the page asks for MIDI; undefined where the browser has none. */
export const REQUEST_MIDI = new InjectionToken<(() => Promise<MIDIAccess>) | undefined>(
  'request MIDI',
  {
    factory: () =>
      'requestMIDIAccess' in navigator ? () => navigator.requestMIDIAccess() : undefined,
  },
);

/** Listens to every MIDI pad that is plugged in; where there is none, a simulated one plays. */
@Injectable({ providedIn: 'root' })
export class MidiPads {
  private readonly request = inject(REQUEST_MIDI);

  hits(): Observable<PadHit> {
    return defer(() => this.request?.() ?? Promise.resolve(undefined)).pipe(
      map((access) => [...(access?.inputs.values() ?? [])]),
      // Refused: as if none were plugged in.
      catchError(() => of([])),
      switchMap((inputs) => (inputs.length === 0 ? standInHits() : merge(...inputs.map(hitsOf)))),
    );
  }
}
