import { MarkBench } from "@/ui/marks/MarkBench";
import { MemberPage } from "../../../member-page";

export default async function Page(props: { params: Promise<{ mark: string }> }) {
  const { mark } = await props.params;
  return (
    <MemberPage path={`/house/marks/${mark}`} least="designer">
      <MarkBench id={mark} />
    </MemberPage>
  );
}
