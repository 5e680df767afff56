import { HttpClient, HttpEventType, type HttpEvent, type HttpResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { BodyOf, ParamOf, ReplyOf, RouteName, Routes } from '@harvu/contract';
import { addressOf, ROUTES, type Route } from '@harvu/contract/routes';
import { map, tap, type Observable } from 'rxjs';
import { saveFile, type ReadyFile } from './save-file';

type Params<Name extends RouteName> = Readonly<
  Record<ParamOf<Routes[Name]['path']>, string | number>
>;
/** What a route has to be given: its address's parts where it has any, and its body. */
type Given<Name extends RouteName> =
  BodyOf<Routes[Name]> extends undefined
    ? ParamOf<Routes[Name]['path']> extends never
      ? []
      : [params: Params<Name>]
    : [params: Params<Name>, body: BodyOf<Routes[Name]>];

/** How far a file is that is being sent, and what was answered once it was taken. */
export interface Sending<Reply> {
  /** Of the way there. */
  readonly percent: number;
  readonly reply: Reply | null;
}

function toFile(address: string, { headers, body }: HttpResponse<Blob>): ReadyFile {
  const named = /filename="([^"]+)"/.exec(headers.get('content-disposition') ?? '')?.[1];
  return { name: named ?? address.split('/').at(-1) ?? 'file', blob: body ?? new Blob() };
}

const WHOLE = 100;

function toSending<Reply>(event: HttpEvent<Reply>): Sending<Reply> {
  if (event.type === HttpEventType.Response) return { percent: WHOLE, reply: event.body };
  if (event.type !== HttpEventType.UploadProgress) return { percent: 0, reply: null };
  const { loaded, total = 0 } = event;
  return { percent: total > 0 ? Math.round((WHOLE * loaded) / total) : 0, reply: null };
}

/** Calls the server by the names of its routes; the api of each feature says what for. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  call<Name extends RouteName>(
    name: Name,
    ...[params, body]: Given<Name>
  ): Observable<ReplyOf<Routes[Name]>> {
    const route: Route = ROUTES[name];
    const address = addressOf<string>(route, params ?? {});
    const sent = route.method === 'GET' ? {} : { body: body ?? {} };
    return this.http.request<ReplyOf<Routes[Name]>>(route.method, address, sent);
  }

  /** Hands a file the server makes to the browser, which asks where it goes. */
  saveFile(address: string): Observable<ReadyFile> {
    return this.http.get(address, { observe: 'response', responseType: 'blob' }).pipe(
      map((response) => toFile(address, response)),
      tap(saveFile),
    );
  }

  /** Sends a file, and tells how far it is. */
  sendFile<Reply>(
    address: string,
    file: File,
    headers: Readonly<Record<string, string>>,
  ): Observable<Sending<Reply>> {
    return this.http
      .post<Reply>(address, file, { headers, observe: 'events', reportProgress: true })
      .pipe(map((event) => toSending(event)));
  }
}
