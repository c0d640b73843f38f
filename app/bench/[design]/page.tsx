import { Bench } from "@/ui/bench/Bench";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ design: string }> }) {
  const { design } = await params;
  return (
    <MemberPage path={`/bench/${design}`} least="designer">
      <Bench designId={design} />
    </MemberPage>
  );
}
