import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { BodyOf, ParamOf, ReplyOf, RouteName, Routes } from '@harvu/contract';
import { addressOf, ROUTES, type Route } from '@harvu/contract/routes';
import type { Observable } from 'rxjs';

type Params<Name extends RouteName> = Readonly<
  Record<ParamOf<Routes[Name]['path']>, string | number>
>;
/** What a route has to be given: its address's parts where it has any, and its body. */
type RouteInput<Name extends RouteName> =
  BodyOf<Routes[Name]> extends undefined
    ? ParamOf<Routes[Name]['path']> extends never
      ? []
      : [params: Params<Name>]
    : [params: Params<Name>, body: BodyOf<Routes[Name]>];

/** Calls the server by the names of its routes; the api of each feature says what for. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  call<Name extends RouteName>(
    name: Name,
    ...[params, body]: RouteInput<Name>
  ): Observable<ReplyOf<Routes[Name]>> {
    const route: Route = ROUTES[name];
    const address = addressOf<string>(route, params ?? {});
    const sent = route.method === 'GET' ? {} : { body: body ?? {} };
    return this.http.request<ReplyOf<Routes[Name]>>(route.method, address, sent);
  }
}
