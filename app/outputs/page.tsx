import { Outputs } from "@/ui/outputs/Outputs";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/outputs">
      <Outputs />
    </MemberPage>
  );
}
