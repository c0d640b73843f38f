import { FillDesk } from "@/ui/fill/FillDesk";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ release: string }> }) {
  const { release } = await params;
  return (
    <MemberPage path={`/fill/${release}`}>
      <FillDesk releaseId={release} />
    </MemberPage>
  );
}
