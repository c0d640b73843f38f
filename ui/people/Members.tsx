"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Table } from "react-bootstrap";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { InviteRequest, Invited, Members as MembersShape, roles, type MemberCard, type Role } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Labelled } from "@/ui/parts/Labelled";
import { useMember } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { SwitchOffDialog } from "./SwitchOffDialog";

/** Everybody who may sign in, who is invited, and how to invite somebody. */
export function Members() {
  const client = useQueryClient();
  const list = useQuery({ queryKey: ["members"], queryFn: () => call("/api/members", MembersShape) });
  const changed = () => void client.invalidateQueries({ queryKey: ["members"] });
  const [leaving, setLeaving] = useState<MemberCard>();
  const change = useMutation({
    mutationFn: ({ id, ...body }: { id: string; role?: Role; active?: boolean; secondFactor?: false }) =>
      call(`/api/members/${id}`, z.null(), body),
    onSettled: changed,
  });
  const end = useMutation({
    mutationFn: (id: string) => call(`/api/made-links/${id}/revoke`, z.null(), {}),
    onSettled: changed,
  });
  const fault = list.error ?? change.error ?? end.error;
  return (
    <main className="page people">
      <div className="page__head">
        <h1>Members</h1>
        <p>
          Contributors fill in and export. Designers also design. Owners manage everything. A deactivated member can’t
          sign in; their items go to another member.
        </p>
      </div>
      {fault && <Notice weight="stop">{fault.message}</Notice>}
      {list.isPending && <p className="quiet">Loading the members …</p>}
      {list.data && (
        <Table className="people__table">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Role</th>
              <th scope="col">Last seen</th>
              <th scope="col">Owns</th>
              <th scope="col">Second factor</th>
              <th scope="col">
                <span className="visually-hidden">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {list.data.members.map((member) => (
              <MemberRow
                key={member.id}
                member={member}
                busy={change.isPending}
                onChange={(what) => change.mutate({ id: member.id, ...what })}
                onOff={() => setLeaving(member)}
              />
            ))}
          </tbody>
        </Table>
      )}
      {list.data && list.data.invitations.length > 0 && (
        <section aria-label="Invited">
          <h2 className="rubric">Invited</h2>
          <ul className="list-none p-0">
            {list.data.invitations.map((one) => (
              <li key={one.id} className="border-bottom-dotted py-4">
                {one.name} <small className="text-secondary">{one.email}</small>, as {one.role}, until{" "}
                {writeDate(one.endsAt)}{" "}
                <Button variant="link" size="sm" onClick={() => end.mutate(one.id)}>
                  Withdraw
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Invite onInvited={changed} />
      {leaving && list.data && (
        <SwitchOffDialog
          member={leaving}
          others={list.data.members.filter(({ id, active }) => active && id !== leaving.id)}
          onClose={() => {
            setLeaving(undefined);
            changed();
          }}
        />
      )}
    </main>
  );
}

function MemberRow(props: {
  member: MemberCard;
  busy: boolean;
  onChange: (what: { role?: Role; active?: boolean; secondFactor?: false }) => void;
  onOff: () => void;
}) {
  const { member, busy, onChange, onOff } = props;
  const me = useMember();
  return (
    <tr className={member.active ? undefined : "text-secondary"}>
      <th scope="row">
        {member.name}
        {member.id === me.id && <small> (you)</small>}
        <br />
        <small className="text-secondary fw-normal">{member.email}</small>
      </th>
      <td>
        <select
          className="form-select form-select-sm"
          aria-label={`Role of ${member.name}`}
          value={member.role}
          disabled={busy || !member.active}
          onChange={(event) => onChange({ role: event.target.value as Role })}
        >
          {roles.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </select>
      </td>
      <td className="figures">{member.active ? (member.seenAt ? writeDate(member.seenAt) : "–") : "deactivated"}</td>
      <td className="figures">
        {member.holds === 0 ? "nothing" : member.holds === 1 ? "one thing" : `${member.holds} items`}
      </td>
      <td>
        {member.secondFactor ? "on" : "off"}
        {member.secondFactor && member.active && (
          <Button variant="link" size="sm" disabled={busy} onClick={() => onChange({ secondFactor: false })}>
            Remove
          </Button>
        )}
      </td>
      <td className="text-end">
        {member.active ? (
          <Button variant="outline-secondary" size="sm" disabled={busy} onClick={onOff}>
            Deactivate …
          </Button>
        ) : (
          <Button variant="outline-secondary" size="sm" disabled={busy} onClick={() => onChange({ active: true })}>
            Reactivate
          </Button>
        )}
      </td>
    </tr>
  );
}

/** Invites somebody by letter, and shows the address once, to be told by another way. */
function Invite({ onInvited }: { onInvited: () => void }) {
  const form = useForm({
    resolver: zodResolver(InviteRequest),
    defaultValues: { email: "", name: "", role: "contributor" as Role },
  });
  const { register, handleSubmit, formState, setError, reset } = form;
  const { errors, isSubmitting } = formState;
  const [made, setMade] = useState<{ email: string; path: string }>();
  const invite = handleSubmit(async (request) => {
    try {
      const { path } = await call("/api/members", Invited, request);
      setMade({ email: request.email, path });
      reset();
      onInvited();
    } catch (error) {
      setError("root", { message: (error as Error).message });
    }
  });
  return (
    <section className="mt-24" aria-label="Invite a member">
      <h2 className="rubric">Invite a member</h2>
      <form noValidate className="people__invite d-grid gap-12" onSubmit={(event) => void invite(event)}>
        <Labelled label="Name" box={register("name")} fault={errors.name?.message} />
        <Labelled label="E-mail address" type="email" box={register("email")} fault={errors.email?.message} />
        <div className="labelled">
          <label className="form-label" htmlFor="role">
            Role
          </label>
          <select id="role" className="form-select" {...register("role")}>
            {[...roles].reverse().map((role) => (
              <option key={role}>{role}</option>
            ))}
          </select>
        </div>
        <Button type="submit" disabled={isSubmitting}>
          Send invitation
        </Button>
      </form>
      {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
      {made && (
        <Notice weight="note">
          An e-mail to {made.email} is on its way. In case it does not arrive, this is the address, shown once:{" "}
          <code>{new URL(made.path, location.href).href}</code>
        </Notice>
      )}
    </section>
  );
}
