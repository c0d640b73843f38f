/** Seconds as the strip writes them: to a hundredth, always as wide. */
export const seconds = (timeS: number): string => `${timeS.toFixed(2)} s`;
