import { Door } from "@/ui/sign-in/Door";

/** A link that opens nothing any more. */
export const LinkOver = ({ words }: { words: string }) => (
  <Door about="This link has ended.">
    <p>{words}</p>
  </Door>
);
