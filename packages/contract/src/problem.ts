/** What the server answers when it cannot do what was asked (application/problem+json). */
export interface Problem {
  readonly status: number;
  readonly code: string;
  readonly title: string;
  /** The field of the request that is wrong, where one is. */
  readonly field?: string;
  readonly remedy: string;
}
