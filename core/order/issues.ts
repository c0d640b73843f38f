/** What is to be said of a running order. Lengths in seconds. */
export type OrderIssue =
  | {
      readonly code: "order_entry";
      readonly entry: string;
      readonly reason: "gone" | "format" | "size" | "values";
      /** What is wrong with the values, in words. */
      readonly said?: string;
    }
  | { readonly code: "order_length"; readonly entry: string; readonly wantedS: number; readonly lengthS: number }
  | { readonly code: "order_overlap"; readonly entry: string; readonly next: string }
  | { readonly code: "order_place"; readonly entry: string; readonly next: string; readonly seconds: number };
