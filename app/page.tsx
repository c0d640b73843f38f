import { Shelf } from "@/ui/shelf/Shelf";
import { MemberPage } from "./member-page";

export default function Page() {
  return (
    <MemberPage path="/">
      <Shelf />
    </MemberPage>
  );
}
