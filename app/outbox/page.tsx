import { Outbox } from "@/ui/outbox/Outbox";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/outbox">
      <Outbox />
    </MemberPage>
  );
}
