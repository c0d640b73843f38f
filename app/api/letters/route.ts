import { handler } from "@/server/auth/handler";
import { readLetters } from "@/server/mail/mailbox";

export const GET = handler("owner", {}, () => readLetters());
