import { AuditQuery } from "@/contract/audit";
import { handler } from "@/server/auth/handler";
import { exportAudit } from "@/server/members/audit";

export const GET = handler("owner", { query: AuditQuery, cost: 60 }, async ({ member, query }) => {
  const day = new Date().toISOString().slice(0, 10);
  return new Response(await exportAudit(member, query), {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="audit-${day}.csv"`,
    },
  });
});
