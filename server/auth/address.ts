/**
 * The caller's address, for limits: as the web process has seen it on the socket, or as a named proxy has told it. No
 * header that a sender can make up is believed.
 */
export const addressOf = (request: Request): string => request.headers.get("x-rubrick-address") ?? "unknown";
