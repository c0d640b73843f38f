"use client";
import { useMember } from "./member";
import { Notice } from "./Notice";
import { useSignedOut } from "./unsaved";

/** Whoever is signed out in the middle of work signs in beside it: what was typed stays, and is sent then. */
export function SignedOutNotice() {
  const { name } = useMember();
  if (!useSignedOut()) return null;
  return (
    <div className="signed-out position-fixed bottom-0 start-0 end-0 bg-sheet px-32 pb-8">
      <Notice weight="stop">
        You are signed out. What you typed is still on this page:{" "}
        <a href="/sign-in?to=/account" target="_blank" rel="noreferrer">
          sign in again as {name} in another tab
        </a>
        . It is then saved automatically.
      </Notice>
    </div>
  );
}
