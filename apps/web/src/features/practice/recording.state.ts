import { computed, DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import type { RecordedStart } from '@harvu/core/recording';
import { SoundLevels } from '../../sound/levels';
import type { RecordingPlayer } from '../../sound/recording-player';
import { Device, type KeptRecording } from '../../store/device';

/** More than an hour of good sound; a larger file is something else. */
const LARGEST_MB = 300;
const NO_TAPS: readonly RecordedStart[] = [];

/** Somebody's own file of the song that is practised: kept on this device, and played in place of the guide. */
@Injectable()
export class RecordingState {
  private readonly device = inject(Device);
  private readonly levels = inject(SoundLevels);
  private readonly found = signal<KeptRecording | null>(null);
  private readonly plays = signal(false);
  private readonly said = signal('');
  private readonly player = signal<RecordingPlayer | null>(null);
  private songId = '';
  private url = '';

  readonly kept = this.found.asReadonly();
  readonly taps = computed(() => this.found()?.taps ?? NO_TAPS);
  /** It is to sound in place of the guide. */
  readonly isChosen = computed(() => this.plays() && this.found() !== null);
  /** What plays it, once it can. */
  readonly ready = computed(() => (this.isChosen() ? this.player() : null));
  /** What went wrong with it, with what to do. */
  readonly problem = this.said.asReadonly();

  constructor() {
    effect(() => this.player()?.setLevel(this.levels.levels().recording));
    inject(DestroyRef).onDestroy(() => this.close());
  }

  /** Looks for a file of a song on this device. */
  async open(songId: string): Promise<void> {
    if (this.songId === songId) return;
    this.songId = songId;
    this.close();
    const kept = await this.device.findRecording(songId);
    if (kept && this.songId === songId) await this.load(kept);
  }

  /** Takes a file; it is kept on this device, or plays until the page is closed where there is no room. */
  async take(file: File): Promise<void> {
    this.said.set('');
    if (file.size > LARGEST_MB * 1_000_000) {
      this.said.set(`This file is over ${LARGEST_MB} MB. Take one with the song alone.`);
      return;
    }
    const kept: KeptRecording = { songId: this.songId, name: file.name, file, taps: NO_TAPS };
    if (await this.load(kept)) await this.keep(kept);
  }

  choose(isChosen: boolean): void {
    this.plays.set(isChosen);
  }

  /** Keeps where sections begin in it. */
  async keepTaps(taps: readonly RecordedStart[]): Promise<void> {
    const kept = this.found();
    if (!kept) return;
    this.found.set({ ...kept, taps });
    await this.keep({ ...kept, taps });
  }

  async forget(): Promise<void> {
    this.close();
    await this.device.forget('recordings', this.songId);
  }

  private async keep(kept: KeptRecording): Promise<void> {
    try {
      await this.device.keepRecording(kept);
    } catch {
      this.said.set('This device has no room to keep the file: it plays until you close the page.');
    }
  }

  /** Gets a file ready to be played; one that cannot be is told of, and changes nothing. */
  private async load(kept: KeptRecording): Promise<boolean> {
    const url = URL.createObjectURL(kept.file);
    const audio = new Audio(url);
    const [{ RecordingPlayer }, canPlay] = await Promise.all([
      import('../../sound/recording-player'),
      isPlayable(audio),
    ]);
    if (!canPlay) {
      URL.revokeObjectURL(url);
      this.said.set('This file cannot be played here. Take an MP3, M4A, OGG or WAV file.');
      return false;
    }
    this.close();
    this.url = url;
    this.player.set(new RecordingPlayer(audio));
    this.found.set(kept);
    this.plays.set(true);
    return true;
  }

  private close(): void {
    this.player()?.stop();
    this.player.set(null);
    this.found.set(null);
    URL.revokeObjectURL(this.url);
    this.url = '';
  }
}

function isPlayable(audio: HTMLAudioElement): Promise<boolean> {
  return new Promise((resolve) => {
    audio.onloadedmetadata = () => resolve(true);
    audio.onerror = () => resolve(false);
    audio.load();
  });
}
