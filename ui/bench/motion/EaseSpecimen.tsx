"use client";
import { useEffect, useRef } from "react";
import type { Ease } from "@/core/document/ease";
import { prepareEase } from "@/core/motion/ease";

const restS = 0.7;

/** A leaf that travels and one that grows as the ease says, over and over, in the move's own time. */
export function EaseSpecimen({ ease, lengthS }: { ease: Ease; lengthS: number }) {
  const travel = useRef<HTMLElement>(null);
  const grow = useRef<HTMLElement>(null);
  const shade = useRef<HTMLElement>(null);
  useEffect(() => {
    const run = prepareEase(ease);
    const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
    let frame = 0;
    const step = (nowMs: number) => {
      const timeS = (nowMs / 1000) % (lengthS + restS);
      const progress = run(still ? 1 : Math.min(1, timeS / lengthS));
      if (travel.current) travel.current.style.transform = `translateY(${(1 - progress) * 72}px)`;
      if (grow.current) grow.current.style.transform = `scale(${Math.max(0, progress)})`;
      if (shade.current) shade.current.style.opacity = String(Math.min(1, Math.max(0, progress)));
      if (!still) frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [ease, lengthS]);
  return (
    <div className="ease-specimen d-flex flex-1 flex-column gap-8" aria-hidden>
      <span>
        <i ref={travel} />
      </span>
      <span>
        <i ref={grow} />
      </span>
      <span>
        <i ref={shade} />
      </span>
    </div>
  );
}
