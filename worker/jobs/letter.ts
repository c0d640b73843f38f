import { createTransport } from "nodemailer";
import { z } from "zod";
import { findLetter, markSent } from "@/server/db/letters";
import { defineJob } from "./define";

/** Sends one letter; tried again while the server for mail does not take it. */
export const job = defineJob({
  payload: z.object({ letter: z.string() }),
  run: async ({ db, progress }, { letter: id }) => {
    progress.stage = "sending";
    const letter = await findLetter(db, id);
    const url = process.env.SMTP_URL;
    // Sent before, by an attempt that was killed before it could say so.
    if (!letter || letter.sentAt || !url) return null;
    const { to, subject, words } = letter;
    const from = process.env.MAIL_FROM ?? `Rubrick <rubrick@${new URL(url).hostname}>`;
    const transport = createTransport(url);
    try {
      // Named after itself: a server that has it already passes it on once.
      const host = new URL(process.env.PUBLIC_URL ?? "http://localhost").hostname;
      await transport.sendMail({ from, to, subject, text: words, messageId: `<${id}@${host}>` });
    } finally {
      transport.close();
    }
    await markSent(db, id);
    return null;
  },
});
