/** The last changes of a page that goes away may overtake those before them, which are waited for this long. */
const mostMs = 2000;
const lookMs = 50;

/**
 * Waits while a document is exactly one revision behind the one that a change was made on. Any other difference is
 * somebody else's change, which is told at once.
 */
export async function waitForOvertaken(current: () => Promise<number | undefined>, revision: number): Promise<void> {
  for (const until = Date.now() + mostMs; Date.now() < until;) {
    const now = await current();
    if (now === undefined || now + 1 !== revision) return;
    await new Promise((resolve) => setTimeout(resolve, lookMs));
  }
}
