import { SheetList } from "@/ui/sheets/SheetList";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/sheets">
      <SheetList />
    </MemberPage>
  );
}
