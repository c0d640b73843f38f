import { PackageDrop } from "@/ui/packages/PackageDrop";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/packages" least="designer">
      <PackageDrop />
    </MemberPage>
  );
}
