import { computed, signal } from '@angular/core';

const LARGEST_BYTES = 20_000_000;

/** What was found in a file, or why it cannot be used. */
type Reading = { readonly ok: true } | { readonly ok: false; readonly why: string };

/** One file that was chosen: what was found in it, or why it cannot be used. Nothing of it is kept before. */
export class ChosenFile<Found extends Reading> {
  private readonly file = signal<File | null>(null);
  private readonly reading = signal(false);
  private readonly last = signal<Found | null>(null);
  private readonly why = signal('');
  private run = 0;

  readonly name = computed(() => this.file()?.name ?? '');
  readonly isReading = this.reading.asReadonly();
  /** Null until it was read, and where it was refused. */
  readonly found = computed(() => {
    const read = this.last();
    return read?.ok ? (read as Extract<Found, { readonly ok: true }>) : null;
  });
  readonly problem = computed(() => {
    const read = this.last();
    return this.why() || (read && !read.ok ? read.why : '');
  });

  /** Reads it, by whoever knows how; whatever was being read before is forgotten. */
  async read(file: File, how: (bytes: Uint8Array) => Promise<Found>): Promise<void> {
    this.forget();
    this.file.set(file);
    if (file.size > LARGEST_BYTES) {
      this.why.set('The file is larger than 20 MB.');
      return;
    }
    const { run } = this;
    this.reading.set(true);
    try {
      const found = await how(new Uint8Array(await file.arrayBuffer()));
      if (run === this.run) this.last.set(found);
    } catch {
      if (run === this.run) this.why.set('The file could not be read. Choose it once more.');
    }
    if (run === this.run) this.reading.set(false);
  }

  /** Reads the same file again, otherwise. */
  async again(how: (bytes: Uint8Array) => Promise<Found>): Promise<void> {
    const file = this.file();
    if (file) await this.read(file, how);
  }

  forget(): void {
    this.run += 1;
    this.reading.set(false);
    this.why.set('');
  }

  leave(): void {
    this.forget();
    this.last.set(null);
    this.file.set(null);
  }
}
