import { HouseStyle } from "@/ui/house/HouseStyle";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/house" least="designer">
      <HouseStyle />
    </MemberPage>
  );
}
