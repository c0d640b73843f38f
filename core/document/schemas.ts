import type { z } from "zod";
import { ColourRef, Fill, Stroke } from "./colour";
import { Cue, Design, MotionBlur } from "./design";
import { Field } from "../fields/field";
import { AccountValue, FieldValue, MediaValue } from "../fields/value";
import { Format } from "./format";
import { Fps } from "./fps";
import { Package, PackagedDesign, PackagedFile } from "./package";
import { Finish } from "./finish";
import { Account, House, HouseFont, HouseSound } from "./house";
import { Layer } from "./layer";
import { Link, LinkSource } from "./link";
import { Gleam, Liquid, Matte, OuterGlow, Shadow, Trail } from "./look";
import { Framing, HousePicture, HouseVideo, MediaRef, Playback } from "./media";
import { Ease } from "./ease";
import { KeyTime, KeyTrack, Meter, Timer } from "./keys";
import { Distance, From, Loop, Move, Split, Start } from "./move";
import { Output } from "../outputs/output";
import { BoxRef, Length, Place, SizeAxis } from "./place";
import { Corner } from "./corner";
import { Stretch, TextSetting, TypeStyle } from "./text";
import { Anchor, Id } from "./units";
import { Values } from "./values";
import { Mark, Vector, VectorMatte } from "./vector";

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
  Stroke,
  Colour: ColourRef,
  "Text setting": TextSetting,
  Stretch,
  "Media reference": MediaRef,
  Framing,
  Playback,
  Matte,
  Link,
  "Link source": LinkSource,
  Shadow,
  "Outer glow": OuterGlow,
  Gleam,
  Liquid,
  Trail,
  Finish,
  Move,
  Start,
  Split,
  Loop,
  Distance,
  Ease,
  From,
  "Key track": KeyTrack,
  Instant: KeyTime,
  Meter,
  Timer,
  Cue,
  "Motion blur": MotionBlur,
  Field,
  Values,
  "Field value": FieldValue,
  "Picture or video, framed": MediaValue,
  "Account, written out": AccountValue,
  House,
  Format,
  "Type style": TypeStyle,
  Mark,
  Account,
  "House picture": HousePicture,
  "House video": HouseVideo,
  "House font": HouseFont,
  "House sound": HouseSound,
  Vector,
  "Vector matte": VectorMatte,
  Output,
  "Frame rate": Fps,
  "Design package": Package,
  "Packaged design": PackagedDesign,
  "Packaged file": PackagedFile,
};
