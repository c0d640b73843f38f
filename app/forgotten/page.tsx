import { Forgotten } from "@/ui/sign-in/Forgotten";

export default function Page() {
  return <Forgotten />;
}
