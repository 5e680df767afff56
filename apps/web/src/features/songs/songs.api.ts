import { inject, Injectable } from '@angular/core';
import type {
  NewSong,
  Overrule,
  SaveSong,
  SaveTeaching,
  SongLabel,
  SongPlace,
} from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server about songs. */
@Injectable({ providedIn: 'root' })
export class SongsApi {
  private readonly api = inject(Api);

  readonly list = () => this.api.call('songs');
  readonly start = (song: NewSong) => this.api.call('startSong', {}, song);
  readonly find = (id: string) => this.api.call('song', { id });
  readonly rename = (id: string, label: SongLabel) => this.api.call('renameSong', { id }, label);
  readonly copy = (id: string) => this.api.call('copySong', { id });
  readonly move = (id: string, place: SongPlace) => this.api.call('moveSong', { id }, { place });
  readonly save = (id: string, save: SaveSong) => this.api.call('saveSong', { id }, save);
  readonly revisions = (id: string) => this.api.call('revisions', { id });
  readonly revision = (id: string, number: number) => this.api.call('revision', { id, number });
  /** Waits a while for a revision after one; null where none came. */
  readonly changeAfter = (id: string, after: number) => this.api.call('songChange', { id, after });
  readonly overrule = (id: string, overrule: Overrule) =>
    this.api.call('overrule', { id }, overrule);
  readonly withdrawOverrule = (id: string, key: string) =>
    this.api.call('withdrawOverrule', { id }, { key });
  /** How the studio teaches a song. */
  readonly teaching = (id: string) => this.api.call('songTeaching', { id });
  readonly saveTeaching = (id: string, save: SaveTeaching) =>
    this.api.call('saveTeaching', { id }, save);
}
