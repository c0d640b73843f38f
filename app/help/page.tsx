import { Help } from "@/ui/help/Help";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/help">
      <Help />
    </MemberPage>
  );
}
