// Written by `npm run kinds` from the files of this folder.
import { field as account } from "./account";
import { field as choice } from "./choice";
import { field as colour } from "./colour";
import { field as cue } from "./cue";
import { field as line } from "./line";
import { field as mark } from "./mark";
import { field as number } from "./number";
import { field as picture } from "./picture";
import { field as text } from "./text";
import { field as toggle } from "./toggle";
import { field as video } from "./video";

export const fieldKinds = {
  account: account,
  choice: choice,
  colour: colour,
  cue: cue,
  line: line,
  mark: mark,
  number: number,
  picture: picture,
  text: text,
  toggle: toggle,
  video: video,
} as const;

export const fieldSchemas = [
  account.schema,
  choice.schema,
  colour.schema,
  cue.schema,
  line.schema,
  mark.schema,
  number.schema,
  picture.schema,
  text.schema,
  toggle.schema,
  video.schema,
] as const;
