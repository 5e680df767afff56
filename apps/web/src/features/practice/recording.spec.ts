import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { sceneOf } from '@harvu/core/practice';
import { makeSteps, workpieceOf } from '@harvu/core/steps';
import { Session } from '../../platform/session';
import { RoomSound } from '../../sound/room-sound';
import { Device } from '../../store/device';
import { emptyDevice, setUpPage } from '../../testing/page';
import { StillSound } from '../../testing/room-sound';
import { until } from '../../testing/until';
import { wavFile } from '../../testing/wav';
import { Playing, recordedBpm } from './playing.state';
import { RecordingState } from './recording.state';

const PERSON = { id: 'r1', name: 'Bram', role: 'student' } as const;

/** Two sections of one bar, a second each. */
const { song } = readChart('tempo: 240\n[Verse] at 0:01\n| G |\n[Chorus] at 0:02.5\n| Em |');
const work = workpieceOf(song);

function sceneWith(taps: readonly { readonly bar: number; readonly atS: number }[] = []) {
  const step = makeSteps(work).find(({ kind }) => kind === 'listen');
  if (!step) throw new Error('nothing to listen to');
  return sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS, taps });
}

describe('the recording in the practice room', () => {
  let recording: RecordingState;
  const setUp = (): void => {
    setUpPage([
      ...[RecordingState, Playing],
      { provide: RoomSound, useValue: new StillSound() },
      { provide: Session, useValue: { person: signal(PERSON) } },
    ]);
    recording = TestBed.inject(RecordingState);
  };
  beforeEach(async () => {
    await emptyDevice(PERSON.id);
    setUp();
  });

  it('is kept on this device with its taps, and found at the next visit', async () => {
    await recording.open('s1');
    expect(recording.kept()).toBeNull();
    await recording.take(wavFile(1));
    await recording.keepTaps([{ bar: 0, atS: 0.4 }]);
    TestBed.resetTestingModule();
    setUp();
    await recording.open('s2');
    expect(recording.kept()).toBeNull();
    await recording.open('s1');
    expect(recording.kept()?.name).toBe('our song.wav');
    expect(recording.taps()).toEqual([{ bar: 0, atS: 0.4 }]);
    expect(recording.isChosen()).toBeTrue();
    await recording.forget();
    expect(recording.kept()).toBeNull();
    expect(await TestBed.inject(Device).findRecording('s1')).toBeUndefined();
  });

  it('says what to take where a file is no sound, and keeps the one that was there', async () => {
    await recording.open('s1');
    await recording.take(wavFile(1));
    await recording.take(new File(['words'], 'words.mp3', { type: 'audio/mpeg' }));
    expect(recording.problem()).toContain('Take an MP3');
    expect(recording.kept()?.name).toBe('our song.wav');
  });

  it('plays until the page is closed where the device has no room', async () => {
    await recording.open('s1');
    spyOn(TestBed.inject(Device), 'keepRecording').and.rejectWith(new Error('full'));
    await recording.take(wavFile(1));
    expect(recording.problem()).toContain('no room');
    expect(recording.ready()).not.toBeNull();
  });

  it('is followed: counted before its first bar, then beat by beat in the tempo of the file', async () => {
    await recording.open('s1');
    await recording.take(wavFile(4));
    const scene = sceneWith();
    // Written a second a bar; recorded in a second and a half.
    expect(Math.round(recordedBpm(scene))).toBe(160);
    const playing = TestBed.inject(Playing);
    const player = recording.ready();
    if (!player) throw new Error('it cannot be played');
    playing.start({ scene, bpm: 320, isOnce: true, recording: player });
    await until(() => playing.counted() > 0);
    expect(playing.isPlaying()).toBeFalse();
    await until(() => playing.isPlaying());
    expect(playing.counted()).toBe(0);
    // At twice its speed the second bar comes 1.5 s of the file after the first.
    const beat = playing.beat();
    await until(() => playing.beat() > beat);
    expect(playing.place()?.bar).toBe(playing.beat() < 4 ? 0 : 1);
    playing.stop();
    expect(playing.isOn()).toBeFalse();
    expect(player.placeNow()).toBeNull();
  });

  it('counts a run that was slowed down in the middle in the slower tempo', async () => {
    await recording.open('s1');
    await recording.take(wavFile(4));
    const playing = TestBed.inject(Playing);
    const player = recording.ready();
    if (!player) throw new Error('it cannot be played');
    playing.start({ scene: sceneWith(), bpm: 160, isOnce: true, recording: player });
    playing.goOnAt(80);
    playing.goOnAt(120);
    expect(playing.current().bpm).toBe(80);
    playing.stop();
  });
});
