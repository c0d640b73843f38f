import type { z } from "zod";
import { ColourRef, Fill } from "./colour";
import { Design } from "./design";
import { Field } from "./field";
import { Format } from "./format";
import { Fps } from "./fps";
import { House } from "./house";
import { Corner, Layer, MediaRef } from "./layer";
import { Ease, From, Move, Start } from "./move";
import { Output } from "./output";
import { BoxRef, Length, Place, SizeAxis } from "./place";
import { TextSetting, TypeStyle } from "./text";
import { Anchor, Id } from "./units";
import { Values } from "./values";
import { Mark, Vector } from "./vector";

/** Every schema that the description of the format gives a chapter of its own, in reading order. */
export const namedSchemas: Readonly<Record<string, z.ZodType>> = {
  Design,
  Layer,
  Place,
  "Size axis": SizeAxis,
  Length,
  "Box reference": BoxRef,
  Anchor,
  Id,
  Corner,
  Fill,
  Colour: ColourRef,
  "Text setting": TextSetting,
  "Media reference": MediaRef,
  Move,
  Start,
  Ease,
  From,
  Field,
  Values,
  House,
  Format,
  "Type style": TypeStyle,
  Mark,
  Vector,
  Output,
  "Frame rate": Fps,
};
