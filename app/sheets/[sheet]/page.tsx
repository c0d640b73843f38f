import { SheetDesk } from "@/ui/sheets/SheetDesk";
import { NeedsRoom } from "@/ui/parts/NeedsRoom";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ sheet: string }> }) {
  const { sheet } = await params;
  return (
    <MemberPage path={`/sheets/${sheet}`}>
      <NeedsRoom what="A sheet">
        <SheetDesk sheetId={sheet} />
      </NeedsRoom>
    </MemberPage>
  );
}
