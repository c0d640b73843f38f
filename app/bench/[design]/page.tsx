import { Bench } from "@/ui/bench/Bench";
import { NeedsRoom } from "@/ui/parts/NeedsRoom";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ design: string }> }) {
  const { design } = await params;
  return (
    <MemberPage path={`/bench/${design}`} least="designer">
      <NeedsRoom what="The bench">
        <Bench designId={design} />
      </NeedsRoom>
    </MemberPage>
  );
}
