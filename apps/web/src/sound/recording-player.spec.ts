import { firstValueFrom, type Subscription } from 'rxjs';
import { until } from '../testing/until';
import { wavFile } from '../testing/wav';
import { RecordingPlayer, type RecordingPlace, type RecordingRequest } from './recording-player';

const PLAIN: RecordingRequest = {
  ...{ barsS: [0.5, 1, 1.5], rate: 1, loops: false, breathes: false, latencyS: 0 },
};

describe('a recording of one’s own', () => {
  let audio: HTMLAudioElement;
  let player: RecordingPlayer;
  let seen: RecordingPlace[];
  let following: Subscription;

  beforeEach(async () => {
    audio = new Audio(URL.createObjectURL(wavFile(3)));
    audio.muted = true;
    player = new RecordingPlayer(audio);
    seen = [];
    following = player.places.subscribe((place) => place && seen.push(place));
    await new Promise((ready) => (audio.oncanplaythrough = ready));
  });
  afterEach(() => {
    following.unsubscribe();
    player.stop();
    URL.revokeObjectURL(audio.src);
  });

  it('is led into by the bar before, plays its bars, and ends with them', async () => {
    const over = firstValueFrom(player.ended);
    player.start(PLAIN);
    await over;
    const places = seen.map(({ atS }) => atS);
    expect(places[0]).toBeLessThan(0.3);
    expect(Math.max(...places)).toBeGreaterThan(1.4);
    expect(Math.max(...places)).toBeLessThan(1.75);
    expect(audio.paused).toBeTrue();
    expect(player.placeNow()).toBeNull();
  });

  it('waits for what its file has not before its first bar', async () => {
    player.start({ ...PLAIN, barsS: [0.1, 0.7, 1.3] });
    expect(audio.paused).toBeTrue();
    expect(player.placeNow()?.atS).toBeLessThan(0);
    await until(() => !audio.paused);
    expect(Math.min(...seen.map(({ atS }) => atS))).toBeLessThan(0);
    await until(() => (player.placeNow()?.atS ?? 0) > 0);
  });

  it('goes slower with its pitch kept', async () => {
    player.start({ ...PLAIN, rate: 0.5 });
    expect([audio.playbackRate, audio.preservesPitch]).toEqual([0.5, true]);
    const before = performance.now();
    await until(() => audio.currentTime > 0.3);
    expect((performance.now() - before) / 1000).toBeGreaterThan(0.3 / 0.6);
  });

  it('goes round its bars, pass after pass', async () => {
    player.start({ ...PLAIN, loops: true });
    await until(() => seen.some(({ pass, atS }) => pass > 0 && atS > 1.2));
    const later = seen.filter(({ pass }) => pass > 0).map(({ atS }) => atS);
    expect(Math.min(...later)).toBeGreaterThan(0.4);
    expect(Math.max(...later)).toBeLessThan(1.75);
  });

  it('hears the bar before in every pass where one breathes', async () => {
    player.start({ ...PLAIN, loops: true, breathes: true });
    await until(() => seen.some(({ pass, atS }) => pass === 1 && atS > 0.5));
    const later = seen.filter(({ pass }) => pass === 1).map(({ atS }) => atS);
    expect(Math.min(...later)).toBeLessThan(0.2);
  });

  it('ends with a file that is shorter than its bars', async () => {
    const over = firstValueFrom(player.ended);
    player.start({ ...PLAIN, barsS: [2, 2.5, 9] });
    await over;
    expect(Math.max(...seen.map(({ atS }) => atS))).toBeLessThan(3.2);
  });

  it('is shown as it is heard: later by what was measured', () => {
    player.start({ ...PLAIN, barsS: [2, 2.5, 3], latencyS: 0.4 });
    expect((player.placeNow()?.atS ?? 9) - audio.currentTime).toBeCloseTo(-0.4, 1);
  });
});
