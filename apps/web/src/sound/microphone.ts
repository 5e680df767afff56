import { inject, Injectable, InjectionToken } from '@angular/core';
import { heardClosely, type HeardPitch } from '@harvu/core/listening';
import { defer, finalize, interval, map, switchMap, type Observable } from 'rxjs';

/** How the page asks for the microphone; undefined where the browser has none. */
export const ASK_MICROPHONE = new InjectionToken<(() => Promise<MediaStream>) | undefined>(
  'ask for the microphone',
  {
    factory: () =>
      'mediaDevices' in navigator
        ? () =>
            navigator.mediaDevices.getUserMedia({
              // What makes a voice clear on the telephone spoils a guitar.
              audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
            })
        : undefined,
  },
);

/** Rounds enough of the lowest string to be exact, and soon enough to turn a peg by. */
const SAMPLES = 16_384;
const LOOK_MS = 70;

/** Listens to the guitar; what it hears leaves the device never. */
@Injectable()
export class Microphone {
  private readonly ask = inject(ASK_MICROPHONE);

  /** The note that sounds now, again and again; undefined while none does. Fails where it may not listen. */
  pitches(): Observable<HeardPitch | undefined> {
    return defer(() => this.ask?.() ?? Promise.reject(new Error('There is no microphone.'))).pipe(
      switchMap((stream) => {
        const context = new AudioContext();
        const analyser = new AnalyserNode(context, { fftSize: SAMPLES });
        context.createMediaStreamSource(stream).connect(analyser);
        const samples = new Float32Array(SAMPLES);
        return interval(LOOK_MS).pipe(
          map(() => {
            analyser.getFloatTimeDomainData(samples);
            return heardClosely(samples, context.sampleRate);
          }),
          finalize(() => {
            for (const track of stream.getTracks()) track.stop();
            void context.close();
          }),
        );
      }),
    );
  }
}
