/** A request that can't be served, with the status, code and words that its sender gets. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly where?: string,
    readonly detail?: unknown,
  ) {
    super(message);
    this.name = "Refusal";
  }
}

export const notFound = (what: string): Refusal =>
  new Refusal(404, "not_found", `This ${what} does not exist, or not any more.`);
