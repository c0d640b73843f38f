import { Members } from "@/ui/people/Members";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/members" least="owner">
      <Members />
    </MemberPage>
  );
}
