import { DestroyRef, inject, Injectable, InjectionToken } from '@angular/core';
import type { SongDocument } from '@harvu/core/song';
import type { Imported, ImportOptions } from '@harvu/formats';
import { defer, type Observable } from 'rxjs';
import type { fileTasks, SongFileRequest } from './file-tasks';
import type { ReadyFile } from '../../platform/save-file';
import { WorkerOwner } from '../../platform/worker-owner';
import type { SongFileKind } from './files';

/** Makes the worker that reads and writes files of songs. */
export const FILE_WORKER = new InjectionToken<() => Worker>('file worker', {
  factory: () => () => new Worker(new URL('./file.worker', import.meta.url), { type: 'module' }),
});

const ENDS: Readonly<Record<SongFileKind, readonly [ending: string, type: string]>> = {
  musicxml: ['musicxml', 'application/vnd.recordare.musicxml+xml'],
  midi: ['mid', 'audio/midi'],
  chords: ['txt', 'text/plain'],
  text: ['chart.txt', 'text/plain'],
  wav: ['wav', 'audio/wav'],
};

/** Reads and writes files of songs beside the page, so that nothing stands still meanwhile. */
@Injectable()
export class FileWork {
  private readonly worker = new WorkerOwner<typeof fileTasks>(inject(FILE_WORKER));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  read(bytes: Uint8Array, options: ImportOptions): Promise<Imported> {
    return this.worker.ask((tasks) => tasks.read(bytes, options));
  }

  write(song: SongDocument, request: SongFileRequest): Observable<ReadyFile> {
    return defer(async () => {
      const bytes = await this.worker.ask((tasks) => tasks.write(song, request));
      const [ending, type] = ENDS[request.to];
      // What a disk does not take in a name is left out of it.
      const name =
        request.title
          .replace(/[\\/:*?"<>|]+/g, ' ')
          .replace(/\s+/g, ' ')
          .trim() || 'song';
      return { name: `${name}.${ending}`, blob: new Blob([new Uint8Array(bytes)], { type }) };
    });
  }

  /** Ends whatever is being read. */
  stop(): void {
    this.worker.stop();
  }
}
