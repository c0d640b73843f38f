import { PackageReview } from "@/ui/packages/PackageReview";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ job: string }> }) {
  const { job } = await params;
  return (
    <MemberPage path={`/packages/${encodeURIComponent(job)}`} least="designer">
      <PackageReview job={job} />
    </MemberPage>
  );
}
