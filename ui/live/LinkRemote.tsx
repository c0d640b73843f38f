"use client";
import { useState } from "react";
import { linkPaths, memberPaths } from "./feed";
import { Remote } from "./Remote";

/** A remote for whoever holds its link. */
export function LinkRemote({ token }: { token: string }) {
  const [paths] = useState(() => linkPaths(token));
  return <Remote paths={paths} />;
}

/** The same for those who are signed in. */
export function MemberRemote({ live }: { live: string }) {
  const [paths] = useState(() => memberPaths(live));
  return <Remote paths={paths} />;
}
