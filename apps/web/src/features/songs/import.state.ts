import { computed, inject, Injectable, signal } from '@angular/core';
import type { Imported } from '@harvu/formats';
import { FileWork } from './file-work';

const LARGEST_BYTES = 60_000_000;

/** One file that may become a song: what was understood of it, and what was not. */
@Injectable()
export class ImportState {
  private readonly files = inject(FileWork);
  private readonly file = signal<File | null>(null);
  private readonly reading = signal(false);
  private readonly last = signal<Imported | null>(null);
  private readonly why = signal('');
  private run = 0;

  readonly name = computed(() => this.file()?.name ?? '');
  readonly isReading = this.reading.asReadonly();
  /** Null until it was read, and where it was refused. */
  readonly found = computed(() => (this.last()?.song ? this.last() : null));
  readonly problem = computed(() => {
    const read = this.last();
    return this.why() || (read && !read.song ? (read.lost[0]?.why ?? '') : '');
  });

  async read(file: File, part?: string): Promise<void> {
    this.stop();
    this.file.set(file);
    if (file.size > LARGEST_BYTES) {
      this.why.set('The file is larger than 60 MB. A song is smaller: export one song.');
      return;
    }
    this.reading.set(true);
    const { run } = this;
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const read = await this.files.read(bytes, part === undefined ? {} : { part });
      if (run === this.run) this.last.set(read);
    } catch {
      if (run === this.run) this.why.set('The file could not be read. Choose it once more.');
    }
    if (run === this.run) this.reading.set(false);
  }

  /** Reads the same file again for the notes of another part. */
  choosePart(id: string): void {
    const file = this.file();
    if (file) void this.read(file, id);
  }

  /** Leaves it: nothing was stored, and nothing goes on. */
  stop(): void {
    if (this.reading()) this.files.stop();
    this.run += 1;
    this.reading.set(false);
    this.last.set(null);
    this.why.set('');
  }
}
