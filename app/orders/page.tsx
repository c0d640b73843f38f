import { OrderList } from "@/ui/orders/OrderList";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/orders">
      <OrderList />
    </MemberPage>
  );
}
