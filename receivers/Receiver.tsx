"use client";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { ExportView } from "@/contract/exports";
import { Outputs } from "@/contract/outputs";
import { receivers, type ReceiverId } from "@/core/outputs/receivers";
import { call } from "@/ui/parts/api";
import { bytes } from "@/ui/parts/amounts";
import { Notice } from "@/ui/parts/Notice";
import { DewdropScreen } from "./DewdropScreen";
import { EditingTrack } from "./EditingTrack";
import { Letter } from "./Letter";

const titles: Readonly<Record<ReceiverId, string>> = {
  track: "An editing track",
  mail: "An e-mail",
  dewdrop: "A tall screen of Dewdrop",
};

export interface ReceiverProps {
  readonly file: ExportView;
  readonly url: string;
  /** A film of the house to lay it over. */
  readonly footage: string | undefined;
}
const screens: Readonly<Record<ReceiverId, (props: ReceiverProps) => ReactNode>> = {
  track: EditingTrack,
  mail: Letter,
  dewdrop: DewdropScreen,
};

/** A simulated stand-in that takes one finished file as it is. */
export function Receiver({ receiver, exportId }: { receiver: ReceiverId; exportId: string }) {
  const file = useQuery({
    queryKey: ["export", exportId],
    queryFn: () => call(`/api/exports/${exportId}`, ExportView),
  });
  const outputs = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", Outputs) });
  const Screen = screens[receiver];
  const fits = file.data && receivers[receiver].takes.includes(file.data.output.kind);
  return (
    <main className="receiver">
      <header className="receiver__head">
        <h1>{titles[receiver]}</h1>
        <p>
          <b>Simulated.</b> A simulated program of Rubrick’s own that receives the real file.
          {file.data && ` ${file.data.fileName}, ${bytes(file.data.bytes ?? 0)}.`}
        </p>
      </header>
      {file.error && <Notice weight="stop">{file.error.message}</Notice>}
      {file.data && !fits && <Notice weight="stop">No simulated program can receive this kind of file.</Notice>}
      {file.data && fits && file.data.state !== "done" && <Notice weight="warn">This file is not made yet.</Notice>}
      {file.data?.state === "done" && fits && outputs.data && (
        <Screen file={file.data} url={`/api/exports/${exportId}/file`} footage={outputs.data.footage[0]?.hash} />
      )}
    </main>
  );
}
