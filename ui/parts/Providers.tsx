"use client";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { ApiError } from "./api";
import { HelpTip } from "./HelpTip";

/** Refusals are final; a server that can't be reached or a database that is gone is asked again. */
const worthRetrying = (count: number, error: Error) =>
  count < 5 && (!(error instanceof ApiError) || error.status === 0 || error.status === 503);

export function Providers({ children }: { children: ReactNode }) {
  const [client] = useState(
    () => new QueryClient({ defaultOptions: { queries: { retry: worthRetrying, staleTime: 5000 } } }),
  );
  return (
    <QueryClientProvider client={client}>
      {children}
      <HelpTip />
    </QueryClientProvider>
  );
}
