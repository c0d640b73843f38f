import { ToggleRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => <ToggleRow layer={layer} path="round" />);
