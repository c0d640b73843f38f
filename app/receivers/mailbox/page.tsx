import { Mailbox } from "@/receivers/Mailbox";
import { MemberPage } from "../../member-page";

export default function Page() {
  return (
    <MemberPage path="/receivers/mailbox" least="owner">
      <Mailbox />
    </MemberPage>
  );
}
