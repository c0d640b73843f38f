import { Account } from "@/ui/people/Account";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/account" least="contributor">
      <Account />
    </MemberPage>
  );
}
