/** The program that reads what is uploaded. */
export const parseProgram = "server/files/parse/program.ts";
/** What it may use for one file. */
export const parseLimits = { cpuS: 20, memoryMb: 1200 };
