import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Page } from '../../ui/page';
import { ImportSong } from './parts/import-song';
import { SongRow } from './parts/song-row';
import { FileWork } from './file-work';
import { SongsState } from './songs.state';

/** Every song of the studio. */
@Component({
  selector: 'harvu-songs-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ImportSong, Page, SongRow],
  providers: [FileWork, SongsState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './songs-page.html',
})
export class SongsPage {
  protected readonly state = inject(SongsState);
  /** The tag that narrows the list; none where all are shown. */
  protected readonly tag = signal('');
  /** A song is being taken over from a file. */
  protected readonly imports = signal(false);
  protected readonly titles = computed(() => (this.state.songs() ?? []).map((one) => one.title));
  protected readonly shown = computed(() =>
    this.state.here().filter((one) => this.tag() === '' || one.tags.includes(this.tag())),
  );
  protected readonly shelves = computed(() =>
    [
      { heading: 'Put away', songs: this.state.away() },
      { heading: 'Deleted, kept for 30 days', songs: this.state.deleted() },
    ].filter((one) => one.songs.length > 0),
  );

  protected start(title: string, playedBy: string): void {
    if (title.trim() !== '') this.state.start({ title: title.trim(), playedBy: playedBy.trim() });
  }
}
