// Written by `npm run kinds` from the files of this folder.
import { job as render } from "./render";

export const jobKinds = {
  render: render,
} as const;
