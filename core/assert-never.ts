/** Ends a switch over a union; reached only when a new member was added and forgotten. */
export function assertNever(value: never): never {
  throw new Error(`unhandled member: ${JSON.stringify(value)}`);
}
