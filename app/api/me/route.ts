import { handler } from "@/server/auth/handler";

export const GET = handler("anyone", {}, async ({ member }) =>
  member ? { id: member.id, name: member.name, email: member.email, role: member.role } : null,
);
