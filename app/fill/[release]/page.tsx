import { FillDesk } from "@/ui/fill/FillDesk";
import { MemberPage } from "../../member-page";

interface Address {
  readonly params: Promise<{ release: string }>;
  readonly searchParams: Promise<{ clip?: string | string[] }>;
}

export default async function Page({ params, searchParams }: Address) {
  const { release } = await params;
  const { clip } = await searchParams;
  return (
    <MemberPage path={`/fill/${release}`}>
      <FillDesk releaseId={release} clipId={typeof clip === "string" ? clip : undefined} />
    </MemberPage>
  );
}
