import { handler } from "@/server/auth/handler";
import { readPoster } from "@/server/designs/shelf";
import { sendFile } from "@/server/files/send";

export const GET = handler("contributor", {}, async ({ params, request }) =>
  sendFile(request, { ...(await readPoster(params.release!)), mime: "image/webp" }),
);
