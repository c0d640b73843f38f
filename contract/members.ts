import { z } from "zod";

/** From most to least allowed. */
export const roles = ["owner", "designer", "contributor"] as const;
export const Role = z.enum(roles);
export type Role = z.infer<typeof Role>;

export const MemberView = z.strictObject({ id: z.string(), name: z.string(), email: z.string(), role: Role });
export type MemberView = z.infer<typeof MemberView>;

export const SignInRequest = z.strictObject({
  email: z.string().trim().toLowerCase().min(3).max(190),
  password: z.string().min(1).max(200),
});
