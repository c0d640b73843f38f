import type { Metadata } from "next";
import type { ReactNode } from "react";
import "@/ui/styles/index.scss";

export const metadata: Metadata = {
  title: "Rubrick",
  description: "Animated overlays, designed once and filled in by anyone.",
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  );
}
