import { Uploaded } from "@/contract/media";
import { Failure } from "@/contract/answer";

/** Sends a file as it is. Throws with the words of the refusal. */
export async function upload(file: File): Promise<Uploaded> {
  const answer = await fetch(`/api/media?name=${encodeURIComponent(file.name.slice(0, 200))}`, {
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
  return Uploaded.parse((json as { data: unknown }).data);
}
