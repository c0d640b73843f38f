import { SheetDesk } from "@/ui/sheets/SheetDesk";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ sheet: string }> }) {
  const { sheet } = await params;
  return (
    <MemberPage path={`/sheets/${sheet}`}>
      <SheetDesk sheetId={sheet} />
    </MemberPage>
  );
}
