import { OrderDesk } from "@/ui/orders/OrderDesk";
import { MemberPage } from "../../member-page";

export default async function Page({ params }: { params: Promise<{ order: string }> }) {
  const { order } = await params;
  return (
    <MemberPage path={`/orders/${order}`}>
      <OrderDesk orderId={order} />
    </MemberPage>
  );
}
