/** A file that was dropped, or one in a zip: read only when it is wanted. */
export interface BroughtFile {
  readonly name: string;
  readonly read: () => Promise<File>;
}

export class BringError extends Error {}

const mostFiles = 5000;
const mostUnpacked = 4 * 1024 * 1024 * 1024;
const tableNames = /\.(csv|tsv|txt|xlsx)$/i;

export const isTableName = (name: string): boolean => tableNames.test(name);

/** What systems put beside the files that people mean. */
const isHidden = (path: string): boolean => path.split("/").some((part) => part.startsWith(".") || part === "__MACOSX");

/** All files among those that were dropped, those in zips one by one. Throws BringError with the reason. */
export async function broughtFiles(dropped: readonly File[]): Promise<BroughtFile[]> {
  const files: BroughtFile[] = [];
  for (const file of dropped) {
    if (/\.zip$/i.test(file.name) || file.type === "application/zip") files.push(...(await filesInZip(file)));
    else if (!isHidden(file.name)) files.push({ name: file.name, read: async () => file });
  }
  if (files.length > mostFiles)
    throw new BringError(`These are ${files.length} files; up to ${mostFiles} can be uploaded at once.`);
  return files;
}

async function filesInZip(zip: File): Promise<BroughtFile[]> {
  const { BlobReader, BlobWriter, ZipReader } = await import("@zip.js/zip.js");
  const broken = (why: string) => new BringError(`${zip.name} ${why}`);
  const entries = await new ZipReader(new BlobReader(zip)).getEntries().catch(() => {
    throw broken("can’t be read as a zip. Pack it again, or drop the folder itself.");
  });
  const files = entries.filter((entry) => !entry.directory && !isHidden(entry.filename));
  if (files.some(({ encrypted }) => encrypted)) throw broken("has a password. Pack it again without one.");
  const unpacked = files.reduce((sum, { uncompressedSize }) => sum + uncompressedSize, 0);
  if (unpacked > mostUnpacked) throw broken("unpacks to more than 4 GB. Upload the pictures in parts.");
  return files.map((entry) => ({
    name: entry.filename,
    read: async () => {
      if (!("getData" in entry) || !entry.getData) throw broken(`has no file ${entry.filename}.`);
      // Checked against the length its directory tells: one that goes on for ever stops there.
      const blob = await entry.getData(new BlobWriter(), { checkSignature: true }).catch(() => {
        throw broken(`is damaged at ${entry.filename}.`);
      });
      return new File([blob], entry.filename.split("/").at(-1)!);
    },
  }));
}
