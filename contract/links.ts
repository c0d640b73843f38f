import { z } from "zod";
import { Role } from "./members";

/** What somebody may do with a link and without an account. */
export const linkKinds = ["invitation", "live", "remote"] as const;
export const LinkKind = z.enum(linkKinds);
export type LinkKind = z.infer<typeof LinkKind>;

/** What an invitation says of itself. */
export const Invitation = z.object({ role: Role, email: z.string(), name: z.string() });
export type Invitation = z.infer<typeof Invitation>;

export const JoinRequest = z.strictObject({
  name: z.string().trim().min(1, "Say your name.").max(120, "A name has at most 120 letters."),
  password: z.string().min(12, "A password has at least 12 letters.").max(200, "A password has at most 200 letters."),
});
export type JoinRequest = z.infer<typeof JoinRequest>;
