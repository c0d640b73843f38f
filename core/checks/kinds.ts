// Written by `npm run kinds` from the files of this folder.
import { check as clipTooShort } from "./clip-too-short";
import { check as contrastFinish } from "./contrast-finish";
import { check as contrastLow } from "./contrast-low";
import { check as cueLate } from "./cue-late";
import { check as familyMissing } from "./family-missing";
import { check as flashes } from "./flashes";
import { check as glyphMissing } from "./glyph-missing";
import { check as inKeepClear } from "./in-keep-clear";
import { check as leaveBeforeCue } from "./leave-before-cue";
import { check as loopIdle } from "./loop-idle";
import { check as loopSeam } from "./loop-seam";
import { check as mediaShape } from "./media-shape";
import { check as mediaSmall } from "./media-small";
import { check as nothingDrawn } from "./nothing-drawn";
import { check as outsideSafe } from "./outside-safe";
import { check as readShort } from "./read-short";
import { check as sampleLeft } from "./sample-left";
import { check as soundUnknown } from "./sound-unknown";
import { check as textCut } from "./text-cut";
import { check as wordAfterLeave } from "./word-after-leave";

export const checkKinds = {
  "clip-too-short": clipTooShort,
  "contrast-finish": contrastFinish,
  "contrast-low": contrastLow,
  "cue-late": cueLate,
  "family-missing": familyMissing,
  flashes: flashes,
  "glyph-missing": glyphMissing,
  "in-keep-clear": inKeepClear,
  "leave-before-cue": leaveBeforeCue,
  "loop-idle": loopIdle,
  "loop-seam": loopSeam,
  "media-shape": mediaShape,
  "media-small": mediaSmall,
  "nothing-drawn": nothingDrawn,
  "outside-safe": outsideSafe,
  "read-short": readShort,
  "sample-left": sampleLeft,
  "sound-unknown": soundUnknown,
  "text-cut": textCut,
  "word-after-leave": wordAfterLeave,
} as const;
