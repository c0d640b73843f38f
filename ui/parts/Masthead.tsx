"use client";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { Dropdown } from "react-bootstrap";
import { z } from "zod";
import { roles, type MemberView, type Role } from "@/contract/members";
import { call } from "./api";

const places: readonly { href: string; label: string; least: Role }[] = [
  { href: "/", label: "Shelf", least: "contributor" },
  { href: "/sheets", label: "Sheets", least: "contributor" },
  { href: "/orders", label: "Running orders", least: "contributor" },
  { href: "/outbox", label: "Outbox", least: "contributor" },
  { href: "/outputs", label: "Outputs", least: "contributor" },
  { href: "/moves", label: "Moves", least: "designer" },
  { href: "/house", label: "House style", least: "designer" },
];

/** What is about people, behind one's own name. */
const own: typeof places = [
  { href: "/account", label: "Your account", least: "contributor" },
  { href: "/links", label: "Links", least: "contributor" },
  { href: "/members", label: "Members", least: "owner" },
  { href: "/audit", label: "Audit", least: "owner" },
  { href: "/receivers/mailbox", label: "Simulated mailbox", least: "owner" },
];

/** The head of every page: the name, the ways to go, who is signed in. */
export function Masthead({ member }: { member: MemberView }) {
  const path = usePathname();
  const mine = places.filter(({ least }) => roles.indexOf(member.role) <= roles.indexOf(least));
  const signOut = async () => {
    await call("/api/sign-out", z.null(), {});
    location.assign("/sign-in");
  };
  return (
    <header className="masthead align-items-baseline d-flex my-0 mx-32 pt-12 px-0 pb-10">
      <Link href="/" className="masthead__name text-body font-serif fw-semibold" aria-label="Rubrick: go to the shelf">
        <span aria-hidden>¶</span> Rubrick
      </Link>
      <nav aria-label="Main">
        {mine.map(({ href, label }) => (
          <Link key={href} href={href} aria-current={path === href ? "page" : undefined}>
            {label}
          </Link>
        ))}
      </nav>
      <div className="masthead__member align-items-baseline d-flex gap-12 ms-auto">
        <Link href="/help" aria-current={path === "/help" ? "page" : undefined}>
          Help
        </Link>
        <Dropdown align="end">
          <Dropdown.Toggle as="button" type="button" className="masthead__who bg-none border-0 p-0">
            {member.name} <small>{member.role}</small>
          </Dropdown.Toggle>
          <Dropdown.Menu>
            {own
              .filter(({ least }) => roles.indexOf(member.role) <= roles.indexOf(least))
              .map(({ href, label }) => (
                <Dropdown.Item key={href} as={Link} href={href}>
                  {label}
                </Dropdown.Item>
              ))}
          </Dropdown.Menu>
        </Dropdown>
        <button type="button" className="btn btn-link btn-sm" onClick={signOut}>
          Sign out
        </button>
      </div>
    </header>
  );
}
