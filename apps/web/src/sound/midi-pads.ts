import { inject, Injectable, InjectionToken } from '@angular/core';
import {
  catchError,
  defer,
  delay,
  filter,
  first,
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
  /** The note it sounded. */
  readonly midi: number;
}

/** What the stand-in plays where no pad is plugged in: notes, and how long after it begins. */
export interface PadPart {
  readonly hits: readonly { readonly afterMs: number; readonly midi: number }[];
  /** It begins with the first of these. */
  readonly begins: Observable<unknown>;
}

/** A MIDI message is a note that begins where its first byte says so and it is not silent. */
const NOTE_ON = 0x90;
const KIND = 0xf0;

/** Tells whether a MIDI message begins a note; one of no loudness ends it. */
export function isNoteOn([status = 0, , loudness = 0]: Iterable<number> &
  ArrayLike<number>): boolean {
  return (status & KIND) === NOTE_ON && loudness > 0;
}

/** A rhythm in quarters, and how far the hand is off, in ms: two bars of a plain strum at 100 bpm. */
const STRUM_BEATS = [0, 1, 1.5, 2.5, 3, 3.5, 4, 5, 5.5, 6.5, 7, 7.5];
const STRUM_OFF_MS = [0, 9, -7, 12, -4, 6, -11, 3, 8, -9, 5, -2];
const STRUM_BEAT_MS = 600;
const STRUM: PadPart = {
  hits: STRUM_BEATS.map((beat, index) => ({
    afterMs: (beat + 1) * STRUM_BEAT_MS + (STRUM_OFF_MS[index] ?? 0),
    midi: 60,
  })),
  begins: of(null),
};
/** What the pad that is not there calls itself. */
export const STAND_IN_NAME = 'Simulated pad';

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

  hits(standIn: PadPart = STRUM): Observable<PadHit> {
    return defer(() => this.request?.() ?? Promise.resolve(undefined)).pipe(
      map((access) => [...(access?.inputs.values() ?? [])]),
      // Refused: as if none were plugged in.
      catchError(() => of([])),
      switchMap((inputs) =>
        inputs.length === 0 ? standInHits(standIn) : merge(...inputs.map(hitsOf)),
      ),
    );
  }
}

/** Hits of a pad that is not there. */
function standInHits({ hits, begins }: PadPart): Observable<PadHit> {
  return begins.pipe(
    first(),
    switchMap(() => {
      const startMs = performance.now();
      return from(hits).pipe(
        mergeMap(({ afterMs, midi }) => {
          const atMs = startMs + afterMs;
          const hit = { atS: atMs / 1000, pad: STAND_IN_NAME, midi };
          return of(hit).pipe(delay(Math.max(0, atMs - performance.now())));
        }),
      );
    }),
  );
}

function hitsOf(input: MIDIInput): Observable<PadHit> {
  return fromEvent<MIDIMessageEvent>(input, 'midimessage').pipe(
    filter(({ data }) => data !== null && isNoteOn(data)),
    map(({ timeStamp, data }) => ({
      atS: timeStamp / 1000,
      pad: input.name ?? 'MIDI pad',
      midi: data?.[1] ?? 0,
    })),
  );
}
