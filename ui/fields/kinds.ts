// Written by `npm run kinds` from the files of this folder.
import type { ControlOf } from "./define";
import { control as account } from "./account";
import { control as choice } from "./choice";
import { control as colour } from "./colour";
import { control as cue } from "./cue";
import { control as line } from "./line";
import { control as mark } from "./mark";
import { control as number } from "./number";
import { control as picture } from "./picture";
import { control as text } from "./text";
import { control as toggle } from "./toggle";
import { control as video } from "./video";

export const controlKinds = {
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
} satisfies ControlOf;
