import { notFound } from "next/navigation";
import { StreamMixer } from "@/receivers/StreamMixer";
import { MemberPage } from "../../member-page";

export default async function Page(props: { searchParams: Promise<{ live?: string }> }) {
  const { live = "" } = await props.searchParams;
  if (!/^[0-9a-f]{20}$/.test(live)) notFound();
  return (
    <MemberPage path={`/receivers/stream-mixer?live=${live}`}>
      <StreamMixer live={live} />
    </MemberPage>
  );
}
