"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { LiveLinkMade } from "@/contract/live";
import { Outputs } from "@/contract/outputs";
import { call } from "@/ui/parts/api";
import { browserStore } from "@/ui/parts/browser-store";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";
import { mixed, Mixing, recorded, type MixerScene } from "./mixing";

const scenes: readonly { id: MixerScene; label: string }[] = [
  { id: "footage", label: "Camera" },
  { id: "slides", label: "Board" },
  { id: "bare", label: "Board, no layer" },
];
const recordS = 10;
const cutS = 8;

/** The link is for an hour: one that would end in the middle of a look is not used again. */
const reusedMs = 50 * 60_000;
const Kept = z.object({ path: z.string(), madeMs: z.number() });

/** The path of the live page’s link for this browser: the one it has, while that is open and young, or a new one. */
async function linkFor(live: string): Promise<{ path: string }> {
  const key = `mixer ${live}`;
  const store = browserStore();
  const kept = keptIn(store?.getItem(key));
  if (kept && Date.now() - kept.madeMs < reusedMs) {
    const token = kept.path.split("/").pop();
    const open = await fetch(`/api/links/${token}/live`).catch(() => undefined);
    if (open?.ok) return { path: kept.path };
  }
  const { path } = await call(`/api/live/${live}/links`, LiveLinkMade, { kind: "live", brief: true });
  store?.setItem(key, JSON.stringify({ path, madeMs: Date.now() } satisfies z.infer<typeof Kept>));
  return { path };
}

function keptIn(text: string | null | undefined): z.infer<typeof Kept> | undefined {
  try {
    return Kept.parse(JSON.parse(text ?? ""));
  } catch {
    return undefined;
  }
}

/** A simulated mixer of streams: takes the real live page as a layer over running footage. */
export function StreamMixer({ live }: { live: string }) {
  const link = useQuery({
    queryKey: ["mixer", live],
    queryFn: () => linkFor(live),
    staleTime: Infinity,
  });
  const outputs = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", Outputs) });
  return (
    <main className="receiver">
      <header className="receiver__head">
        <h1>A mixer of streams</h1>
        <p>
          <b>Simulated.</b> A simulated mixer of Rubrick’s own that shows the real live page as a layer.
        </p>
      </header>
      {link.error && <Notice weight="stop">{link.error.message}</Notice>}
      {link.data && outputs.data && <Desk path={link.data.path} footage={outputs.data.footage[0]?.hash} />}
    </main>
  );
}

function Desk({ path, footage }: { path: string; footage: string | undefined }) {
  const program = useRef<HTMLCanvasElement>(null);
  const film = useRef<HTMLVideoElement>(null);
  const layer = useRef<HTMLIFrameElement>(null);
  const mixing = useRef<Mixing>(undefined);
  const [scene, setScene] = useState<MixerScene>("footage");
  const [delayMs, setDelay] = useState(0);
  const [fault, setFault] = useState<string>();
  const [recording, setRecording] = useState(false);
  const [file, setFile] = useState<string>();
  useEffect(() => {
    const canvasOf = () => layer.current?.contentDocument?.querySelector<HTMLCanvasElement>(".air canvas") ?? null;
    const made = new Mixing(program.current!, () => film.current, canvasOf);
    mixing.current = made;
    made.start();
    return () => made.stop();
  }, []);
  useEffect(() => {
    Object.assign(mixing.current!, { scene, delayMs });
  }, [scene, delayMs]);
  const cut = () => {
    const feed = layer.current?.contentWindow?.rubrickLive;
    if (!feed) return;
    feed.stop();
    setFault(
      `The layer is disconnected for ${cutS} s. What is on the air continues by itself; presses arrive when the connection is back.`,
    );
    setTimeout(() => {
      feed.start();
      setFault(undefined);
    }, cutS * 1000);
  };
  const reload = () => layer.current?.contentWindow?.location.reload();
  const record = async () => {
    setRecording(true);
    setFile(undefined);
    setFile(URL.createObjectURL(await recorded(program.current!, recordS)));
    setRecording(false);
  };
  return (
    <div className="mixer">
      <div className="mixer__program">
        <canvas ref={program} aria-label="The mixed picture" />
        {footage !== undefined && (
          <video ref={film} src={`/api/media/${footage}`} autoPlay loop muted playsInline hidden />
        )}
        <iframe
          ref={layer}
          src={path}
          title="The live page in the mixer"
          width={mixed.width}
          height={mixed.height}
          className="mixer__layer"
          tabIndex={-1}
        />
      </div>
      <div className="mixer__tools">
        <Segments label="Scene" value={scene} options={scenes} onChange={setScene} />
        <label className="align-items-center d-flex gap-8">
          Layer late by
          <input
            type="range"
            min={0}
            max={2000}
            step={100}
            value={delayMs}
            onChange={(event) => setDelay(Number(event.target.value))}
          />
          <output className="figures">{(delayMs / 1000).toFixed(1)} s</output>
        </label>
        <Button size="sm" variant="outline-secondary" disabled={fault !== undefined} onClick={cut}>
          Disconnect for {cutS} s
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={reload}>
          Reload the layer
        </Button>
        <Button size="sm" disabled={recording} onClick={() => void record()}>
          {recording ? `Recording ${recordS} s …` : `Record ${recordS} s`}
        </Button>
        {file !== undefined && (
          <a href={file} download="stream.webm" className="btn btn-link btn-sm">
            Save the recording
          </a>
        )}
      </div>
      {fault && <Notice weight="warn">{fault}</Notice>}
      <p className="mixer__about">
        A real mixer takes the live page the same way: as a web page laid over the picture, {mixed.width} ×{" "}
        {mixed.height} or the size of the stream, transparent. <Link href="/orders">Back to the running orders</Link>
      </p>
    </div>
  );
}
