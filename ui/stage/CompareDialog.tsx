"use client";
import { useEffect, useMemo, useState } from "react";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";
import { differingShare } from "./client";
import { FormatStage, type Plate } from "./FormatStage";
import { PlateChoice } from "./PlateChoice";
import type { Side } from "./protocol";
import { Transport } from "./Transport";
import { usePlayer } from "./use-player";

export interface ComparedSide extends Side {
  readonly label: string;
}

type Way = "side" | "wipe" | "difference";

/** The share of the picture that differs is looked at in so many lines. */
const differingPx = 540;

/** Two fill-ins side by side, over one another under a wipe, or what differs between them; one needle moves both. */
export function CompareDialog({
  sides,
  onClose,
}: {
  sides: readonly [ComparedSide, ComparedSide];
  onClose: () => void;
}) {
  const [way, setWay] = useState<Way>("side");
  const [plate, setPlate] = useState<Plate>("dark");
  const [wipe, setWipe] = useState(50);
  const [left, right] = sides;
  const first = useSide(left);
  const second = useSide(right);
  const share = useShare(sides, first.view.playing ? undefined : first.view.timeS);
  useEffect(() => {
    const follow = () => {
      const { timeS } = first.player.snapshot();
      if (second.player.snapshot().timeS !== timeS) second.player.seek(timeS);
    };
    return first.player.subscribe(follow);
  }, [first.player, second.player]);
  const formatOf = ({ request, format }: Side) => request.house.formats.find(({ id }) => id === format)!;
  const [a, b] = [formatOf(left), formatOf(right)];
  const sameShape = a.width === b.width && a.height === b.height;
  const ways: readonly { id: Way; label: string; disabled?: boolean }[] = [
    { id: "side", label: "Side by side" },
    { id: "wipe", label: "Wipe", disabled: !sameShape },
    { id: "difference", label: "Difference", disabled: !sameShape },
  ];
  return (
    <PaperDialog title="Compare" size="xl" onClose={onClose}>
      <div className="compare p-20">
        <div className="align-items-center d-flex flex-wrap gap-12 mb-10">
          <Segments label="How they are compared" value={way} options={ways} onChange={setWay} />
          {way !== "difference" && <PlateChoice plate={plate} footage={false} onChange={setPlate} />}
          <span className="figures quiet ms-auto">
            {sameShape
              ? share !== undefined && `${percent(share)} of the picture differs at this instant`
              : "Of different shape: they can only lie side by side"}
          </span>
        </div>
        {/* Shown in another size it is painted anew. */}
        <div key={way} className={`compare__well is-${way}`} style={{ "--wipe": `${wipe}%` } as React.CSSProperties}>
          <figure className="m-0" style={{ "--ratio": a.width / a.height } as React.CSSProperties}>
            <FormatStage format={a} player={first.player} plate={way === "difference" ? "black" : plate} />
            <figcaption>{left.label}</figcaption>
          </figure>
          <figure className="m-0" style={{ "--ratio": b.width / b.height } as React.CSSProperties}>
            <FormatStage format={b} player={second.player} plate={way === "difference" ? "black" : plate} />
            <figcaption>{right.label}</figcaption>
          </figure>
        </div>
        {way === "wipe" && (
          <input
            type="range"
            className="w-100 mt-8"
            min={0}
            max={100}
            value={wipe}
            aria-label="Position of the wipe"
            onChange={(event) => setWipe(Number(event.target.value))}
          />
        )}
        <div className="mt-12">
          <Transport player={first.player} view={first.view} />
        </div>
      </div>
    </PaperDialog>
  );
}

const percent = (share: number): string =>
  share === 0 ? "Nothing" : share < 0.001 ? "Less than 0.1 %" : `${(share * 100).toFixed(1)} %`;

function useSide({ request, format }: Side) {
  const scene = useMemo(() => ({ request, formats: [format] }), [request, format]);
  return usePlayer(scene);
}

/** How much differs at an instant, once it stands still. */
function useShare(sides: readonly [ComparedSide, ComparedSide], timeS: number | undefined): number | undefined {
  const [known, setKnown] = useState<{ timeS: number; share: number }>();
  useEffect(() => {
    if (timeS === undefined) return;
    let live = true;
    const timer = setTimeout(() => {
      differingShare(sides, differingPx, [timeS]).then(
        (share) => live && setKnown({ timeS, share }),
        // Without it the pictures are there all the same.
        () => undefined,
      );
    }, 200);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [sides, timeS]);
  return known?.timeS === timeS ? known?.share : undefined;
}
