// Written by `npm run kinds` from the files of this folder.

export const jobKinds = {} as const;
