import { readable } from "../shared/readable";
import { send, wordsOf } from "../shared/upload";

/** The proof that a post comes from our own page: in the data of the library's page or the workbench, else in a form's field. */
export function proof(): string {
  return (
    document.querySelector<HTMLElement>("[data-media-page], body[data-proof]")?.dataset.proof ??
    document.querySelector<HTMLInputElement>("input[name=proof], input[name=__RequestVerificationToken]")?.value ??
    ""
  );
}

export const base = (): string =>
  document.querySelector<HTMLElement>("[data-media-page]")?.dataset.base ?? location.pathname.replace(/\/(media-library|author)\b.*$/, "");

/** An entry of the library: the hash of its file, what it is, and what a picture shows. */
export type Entry = { id: string; name: string; media: string; kind: string; alternativeText: string };

/** Uploads one file to the library, telling how far it is (0 to 1). Gives the new entry, or throws the refusal's words. */
export async function upload(chosen: File, folder: string, far: (share: number) => void): Promise<Entry> {
  const file = await readable(chosen);
  const fields = new FormData();
  fields.set("folder", folder);
  fields.set("file", file, file.name);
  const reply = await send(`${base()}/media-library/files`, proof(), fields, far);
  if (reply?.status === 200) {
    return JSON.parse(reply.text) as Entry;
  }
  throw new Error(
    !reply
      ? `No connection: “${file.name}” was not stored. Try it once more.`
      : [400, 413, 415, 422, 429, 503].includes(reply.status)
        ? `“${file.name}”: ${wordsOf(reply)}`
        : `“${file.name}” could not be stored. Try it once more.`,
  );
}
