/*
 * Where a page fetches stored files: whoever holds only a link has an address of their own for them.
 */

let address = "/api/media";

/** Files are at another address from now on; said once, before anything is fetched. */
export const readFilesAt = (at: string): void => void (address = at);

export const filesAddress = (): string => address;
export const fileAt = (hash: string): string => `${address}/${hash}`;
export const frameAt = (hash: string, frame: number): string => `${address}/${hash}/frames/${frame}`;
