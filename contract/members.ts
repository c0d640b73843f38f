import { z } from "zod";

/** From most to least allowed. */
export const roles = ["owner", "designer", "contributor"] as const;
export const Role = z.enum(roles);
export type Role = z.infer<typeof Role>;

export const MemberView = z.strictObject({ id: z.string(), name: z.string(), email: z.string(), role: Role });
export type MemberView = z.infer<typeof MemberView>;

const Email = z.email("This is no e-mail address.").max(190).toLowerCase();
const PersonName = z.string().trim().min(1, "Say the name.").max(120, "A name has at most 120 letters.");
export const NewPassword = z
  .string()
  .min(12, "A password has at least 12 letters.")
  .max(200, "A password has at most 200 letters.");
/** Six figures, or one of the spare codes. */
const Code = z.string().trim().min(6, "A code has six figures.").max(24);

export const SignInRequest = z.strictObject({
  email: z.string().trim().toLowerCase().min(3).max(190),
  password: z.string().min(1).max(200),
  code: Code.optional(),
});
export type SignInRequest = z.infer<typeof SignInRequest>;

/** A member as the owner sees them. */
export const MemberCard = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: Role,
  active: z.boolean(),
  secondFactor: z.boolean(),
  joinedAt: z.string(),
  seenAt: z.string().nullable(),
  /** Sheets, running orders and links that are theirs, and clips that wait. */
  holds: z.number(),
});
export type MemberCard = z.infer<typeof MemberCard>;

export const InvitationCard = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: Role,
  by: z.string().nullable(),
  endsAt: z.string(),
});
export type InvitationCard = z.infer<typeof InvitationCard>;

export const Members = z.object({ members: z.array(MemberCard), invitations: z.array(InvitationCard) });
export type Members = z.infer<typeof Members>;

export const InviteRequest = z.strictObject({ email: Email, name: PersonName, role: Role });
/** Where the invited joins, told to whoever invites, once. */
export const Invited = z.object({ path: z.string() });

export const MemberChange = z
  .strictObject({
    role: Role.optional(),
    active: z.boolean().optional(),
    /** Who goes on with what somebody leaves behind who is deactivated. */
    handTo: z.string().max(20).optional(),
    /** Takes the second factor from somebody who has lost it. */
    secondFactor: z.literal(false).optional(),
  })
  .refine((change) => Object.keys(change).length > 0, "Nothing is changed.");
export type MemberChange = z.infer<typeof MemberChange>;

export const Device = z.object({
  id: z.string(),
  device: z.string(),
  address: z.string(),
  madeAt: z.string(),
  seenAt: z.string(),
  here: z.boolean(),
});
export type Device = z.infer<typeof Device>;

/** One's own account. */
export const Account = z.object({
  member: MemberView,
  secondFactor: z.boolean(),
  spareCodes: z.number(),
  devices: z.array(Device),
});
export type Account = z.infer<typeof Account>;

export const NameRequest = z.strictObject({ name: PersonName });
export const PasswordRequest = z.strictObject({
  password: z.string().min(1, "Type your password.").max(200),
  next: NewPassword,
});
export const ForgottenRequest = z.strictObject({ email: Email });
export type ForgottenRequest = z.infer<typeof ForgottenRequest>;
export const NewPasswordRequest = z.strictObject({ password: NewPassword });
export type NewPasswordRequest = z.infer<typeof NewPasswordRequest>;

/** A second factor that is about to be set up: nothing asks for it until its first code was typed. */
export const FactorStarted = z.object({ secret: z.string(), uri: z.string(), sealed: z.string(), picture: z.string() });
export type FactorStarted = z.infer<typeof FactorStarted>;
export const FactorConfirm = z.strictObject({ sealed: z.string().max(1000), code: Code });
/** Each is good once. */
export const SpareCodes = z.object({ codes: z.array(z.string()) });
export const FactorOff = z.strictObject({ password: z.string().min(1, "Type your password.").max(200) });
