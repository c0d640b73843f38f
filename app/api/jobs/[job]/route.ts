import { handler } from "@/server/auth/handler";
import { readJob } from "@/server/jobs/jobs";

export const GET = handler("contributor", {}, ({ member, params }) => readJob(member, params.job!));
