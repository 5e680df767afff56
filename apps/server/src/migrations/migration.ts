/** One step of the database's form. Its statements are never changed once they have run anywhere. */
export interface Migration {
  readonly name: string;
  readonly statements: readonly string[];
}
