import { MemberPage } from "@/app/member-page";
import { MemberRemote } from "@/ui/live/LinkRemote";

export default async function Page({ params }: { params: Promise<{ order: string; live: string }> }) {
  const { order, live } = await params;
  return (
    <MemberPage path={`/orders/${order}/remote/${live}`}>
      <MemberRemote live={live} />
    </MemberPage>
  );
}
