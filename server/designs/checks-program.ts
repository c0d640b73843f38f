import { text } from "node:stream/consumers";
import { findingsOf } from "@/core/checks/findings";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { foundIn } from "@/render/checks";
import { loadRaster } from "@/server/files/rasters";

/* Looks for all that can be found about one design in a process of its own: checks paint. */

const { design, house } = JSON.parse(await text(process.stdin)) as { design: Design; house: House };
const request = { design, values: sampleValues(design), house, samples: true };
const told = (done: number) => process.stderr.write(`progress ${done} ${design.formats.length}\n`);
const found = await foundIn(request, design.formats, loadRaster, "design", told);
process.stdout.write(JSON.stringify(findingsOf(design, found)));
