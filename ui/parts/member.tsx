"use client";
import { createContext, useContext, type ReactNode } from "react";
import { roles, type MemberView, type Role } from "@/contract/members";

const Member = createContext<MemberView | undefined>(undefined);

/** Makes the signed-in member known to all below. */
export function MemberProvider({ member, children }: { member: MemberView; children: ReactNode }) {
  return <Member.Provider value={member}>{children}</Member.Provider>;
}

export function useMember(): MemberView {
  const member = useContext(Member);
  if (!member) throw new Error("nobody is signed in here");
  return member;
}

/** Whether the signed-in member has at least this role. */
export const useIs = (least: Role): boolean => roles.indexOf(useMember().role) <= roles.indexOf(least);
