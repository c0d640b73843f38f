import { LinkListQuery, NewLink } from "@/contract/links";
import { handler } from "@/server/auth/handler";
import { makeLink, readLinks } from "@/server/links/links";

export const GET = handler("contributor", { query: LinkListQuery }, ({ member, query }) => readLinks(member, query));

export const POST = handler("contributor", { body: NewLink, cost: 10 }, ({ member, body }) => makeLink(member, body));
