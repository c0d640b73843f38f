/** A table as it was read: all rows as wide as the heading. */
export interface Table {
  readonly heading: readonly string[];
  readonly rows: readonly (readonly string[])[];
}
