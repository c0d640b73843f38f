import { HouseStyle } from "@/ui/house/HouseStyle";
import { NeedsRoom } from "@/ui/parts/NeedsRoom";
import { MemberPage } from "../member-page";

export default function Page() {
  return (
    <MemberPage path="/house" least="designer">
      <NeedsRoom what="The house style">
        <HouseStyle />
      </NeedsRoom>
    </MemberPage>
  );
}
