import { notFound } from "next/navigation";
import { receiverIds, type ReceiverId } from "@/core/outputs/receivers";
import { Receiver } from "@/receivers/Receiver";
import { MemberPage } from "../../member-page";

export default async function Page(props: {
  params: Promise<{ receiver: string }>;
  searchParams: Promise<{ export?: string }>;
}) {
  const { receiver } = await props.params;
  const { export: exportId = "" } = await props.searchParams;
  if (!(receiverIds as readonly string[]).includes(receiver) || !/^[0-9a-f]{20}$/.test(exportId)) notFound();
  return (
    <MemberPage path={`/receivers/${receiver}?export=${exportId}`}>
      <Receiver receiver={receiver as ReceiverId} exportId={exportId} />
    </MemberPage>
  );
}
