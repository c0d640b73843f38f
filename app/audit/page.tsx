import { Audit } from "@/ui/people/Audit";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/audit" least="owner">
      <Audit />
    </MemberPage>
  );
}
