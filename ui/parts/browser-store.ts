/** The browser's own store; undefined where it is forbidden. */
export function browserStore(): Storage | undefined {
  try {
    return window.localStorage;
  } catch {
    return undefined;
  }
}
