"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import type { FillDesk } from "@/contract/releases";
import { fillDeeds } from "@/core/facts/fill";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";

/** Says that another release has taken the place of this one, and goes on with it; what is filled in comes along. */
export function Newer({ desk, clipId }: { desk: FillDesk; clipId: string | undefined }) {
  const [fault, setFault] = useState<string>();
  const { id, number } = desk.newer!;
  const moveOn = async () => {
    try {
      await call(`/api/sheets/${clipId}/release`, z.null(), { releaseId: id });
      window.location.assign(`/fill/${id}?clip=${clipId}`);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <Notice weight={fault ? "stop" : "warn"}>
      {fault ?? "This release has been replaced."}{" "}
      {clipId === undefined ? (
        <a href={`/fill/${id}`}>Open release {number}</a>
      ) : (
        <Button
          data-help={fillDeeds.newerRelease.help}
          variant="link"
          size="sm"
          className="p-0 align-baseline"
          onClick={() => void moveOn()}
        >
          Continue with release {number}
        </Button>
      )}
    </Notice>
  );
}
