import { Door } from "@/ui/sign-in/Door";

/** A link that opens nothing any more. */
export const LinkOver = ({ words }: { words: string }) => (
  <Door about="This link does not open anything.">
    <p>{words}</p>
  </Door>
);
