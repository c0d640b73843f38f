import { Moves } from "@/ui/moves/Moves";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/moves" least="designer">
      <Moves />
    </MemberPage>
  );
}
