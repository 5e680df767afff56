/** Where the server gets the time and new ids from; tests give their own. */
export interface Clock {
  readonly now: () => Date;
  readonly newId: () => string;
}
