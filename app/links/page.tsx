import { MadeLinks } from "@/ui/links/MadeLinks";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/links" least="contributor">
      <MadeLinks />
    </MemberPage>
  );
}
