"use client";
import { useRef, useState } from "react";
import type { ReceiverProps } from "./Receiver";

/** A tall screen of a made-up app, with its own buttons where such apps lay them. */
export function DewdropScreen({ file, url }: ReceiverProps) {
  const { width = 9, height = 16 } = file.proof ?? {};
  const film = useRef<HTMLVideoElement>(null);
  const [buttons, setButtons] = useState(true);
  const tall = width / height <= 0.6;
  return (
    <div className="dewdrop">
      <div className="dewdrop__screen">
        <video ref={film} src={url} autoPlay loop muted playsInline style={{ objectFit: tall ? "cover" : "contain" }} />
        {buttons && (
          <>
            <div className="dewdrop__top">
              <b>quillmere</b> What is out this week, and where to stand for the light …
            </div>
            <div className="dewdrop__foot" aria-hidden>
              <span>Keep</span>
              <span>Answer</span>
              <span>Hand on</span>
            </div>
          </>
        )}
      </div>
      <div className="dewdrop__tools">
        <label className="tick">
          <input type="checkbox" checked={buttons} onChange={(event) => setButtons(event.target.checked)} /> the app’s
          buttons
        </label>
        <p>
          {tall
            ? "Nothing that must be read may lie under the buttons: the house’s keep-clear zones are about this."
            : `This clip is ${width} × ${height}: a tall screen shows it small, with bars. Make it in the tall format.`}
        </p>
      </div>
    </div>
  );
}
