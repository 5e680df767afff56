import { HttpClient, HttpEventType, type HttpEvent, type HttpResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { map, tap, type Observable } from 'rxjs';
import { saveFile, type ReadyFile } from './save-file';

/** How far a file is that is being sent, and what was answered once it was taken. */
export interface Sending<Reply> {
  /** Of the way there. */
  readonly percent: number;
  readonly reply: Reply | null;
}

const WHOLE = 100;

/** Files the server makes and takes: what goes wrong is told as everywhere, and each can be left. */
@Injectable({ providedIn: 'root' })
export class FilesApi {
  private readonly http = inject(HttpClient);

  /** Hands a file the server makes to the browser, which asks where it goes. */
  save(address: string): Observable<ReadyFile> {
    return this.http.get(address, { observe: 'response', responseType: 'blob' }).pipe(
      map((response) => toFile(address, response)),
      tap(saveFile),
    );
  }

  /** Sends a file, and tells how far it is. */
  send<Reply>(
    address: string,
    file: File,
    headers: Readonly<Record<string, string>>,
  ): Observable<Sending<Reply>> {
    return this.http
      .post<Reply>(address, file, { headers, observe: 'events', reportProgress: true })
      .pipe(map((event) => toSending(event)));
  }
}

function toFile(address: string, { headers, body }: HttpResponse<Blob>): ReadyFile {
  const named = /filename="([^"]+)"/.exec(headers.get('content-disposition') ?? '')?.[1];
  return { name: named ?? address.split('/').at(-1) ?? 'file', blob: body ?? new Blob() };
}

function toSending<Reply>(event: HttpEvent<Reply>): Sending<Reply> {
  if (event.type === HttpEventType.Response) return { percent: WHOLE, reply: event.body };
  if (event.type !== HttpEventType.UploadProgress) return { percent: 0, reply: null };
  const { loaded, total = 0 } = event;
  return { percent: total > 0 ? Math.round((WHOLE * loaded) / total) : 0, reply: null };
}
