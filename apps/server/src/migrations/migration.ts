/** A statement, or one that is only for a database that has a table still. */
export type Statement = string | { readonly ifTable: string; readonly sql: string };

/**
 * One step of the database's form. Each of its statements can be repeated, so that a start cut short
 * is taken up again; none is changed in what it does once it has run anywhere.
 */
export interface Migration {
  readonly name: string;
  readonly statements: readonly Statement[];
}
