import { AuditQuery } from "@/contract/audit";
import { handler } from "@/server/auth/handler";
import { readAudit } from "@/server/members/audit";

export const GET = handler("owner", { query: AuditQuery }, ({ query }) => readAudit(query));
