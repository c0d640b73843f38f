import { Underway } from "@/contract/jobs";
import { mostUploadBytes, UploadAnswer, Uploaded } from "@/contract/media";
import { Failure } from "@/contract/answer";
import { filesAddress } from "./files-at";
import { jobEnded } from "./jobs";

/** As much of a name as is taken, without half of a letter at its end. */
const nameOf = ({ name }: File): string => name.slice(0, 200).replace(/[\ud800-\udbff]$/, "");

/** The page was loaded before the server was updated. */
const outOfDate = "it was uploaded, but this page is out of date. Reload it and choose the file again.";

/** Sends a file as it is. Throws with the words of the refusal. */
export async function upload(file: File, as: "slot" | "footage" = "slot"): Promise<Uploaded> {
  if (file.size > mostUploadBytes) throw new Error(`${file.name}: this file is larger than 200 MB.`);
  const answer = await fetch(`${filesAddress()}?name=${encodeURIComponent(nameOf(file))}&as=${as}`, {
    method: "POST",
    body: file,
    headers: { "Content-Type": "application/octet-stream" },
  }).catch(() => {
    throw new Error(`${file.name}: the upload broke off. Try again.`);
  });
  const json: unknown = await answer.json().catch(() => undefined);
  if (!answer.ok) {
    const failure = Failure.safeParse(json);
    throw new Error(`${file.name}: ${failure.success ? failure.data.error.message : "the upload failed."}`);
  }
  const taken = UploadAnswer.safeParse((json as { data?: unknown } | undefined)?.data);
  if (!taken.success) throw new Error(`${file.name}: ${outOfDate}`);
  const underway = Underway.safeParse(taken.data);
  if (!underway.success) return taken.data as Uploaded;
  const job = await jobEnded(underway.data.job);
  if (job.state !== "done") throw new Error(`${file.name}: ${job.error ?? "it could not be read. Try again."}`);
  const read = Uploaded.safeParse(job.result);
  if (!read.success) throw new Error(`${file.name}: ${outOfDate}`);
  return read.data;
}
