export type Uploaded = { id: string; name: string } | { refusal: string };

/** So often a fault of the server's over one and the same file is borne. */
const Patience = 4;

/** Sends a file with its progress told; a lost connection is waited out. Null when the page is left meanwhile. */
export async function upload(
  address: string,
  page: HTMLElement,
  fields: Record<string, string>,
  file: File,
  signal: AbortSignal,
  progress: (share: number) => void,
  trouble: () => void,
): Promise<Uploaded | null> {
  for (let pause = 1000, failed = 0; !signal.aborted; pause = Math.min(pause * 2, 20000)) {
    const body = new FormData();
    for (const [name, value] of Object.entries(fields)) {
      body.set(name, value);
    }
    body.set("file", file, file.name);
    const reply = await send(address, page.dataset.proof ?? "", body, progress, signal);
    if (reply && reply.status === 200) {
      return JSON.parse(reply.text) as Uploaded;
    }
    failed = reply?.status === 500 ? failed + 1 : 0;
    if (reply && ((reply.status < 500 && reply.status !== 429) || failed >= Patience)) {
      return { refusal: wordsOf(reply) };
    }
    trouble();
    await new Promise(done => setTimeout(done, pause));
  }
  return null;
}

/** What the server says, where that is words and no page. */
export const wordsOf = (reply: { status: number; text: string }): string =>
  reply.text === "" || reply.text.startsWith("<") ? `${reply.status}` : reply.text;

/** Sends something with its progress told, which fetch does not tell of what it sends. Null without a connection. */
export function send(
  address: string,
  proof: string,
  body: FormData | Blob | null,
  progress: (share: number) => void,
  signal?: AbortSignal,
  method = "POST",
): Promise<{ status: number; text: string } | null> {
  return new Promise(done => {
    const request = new XMLHttpRequest();
    request.open(method, address);
    request.setRequestHeader("X-Slate-Proof", proof);
    request.setRequestHeader("X-Slate-Script", "1");
    request.upload.addEventListener("progress", event => {
      if (event.lengthComputable) {
        progress(event.loaded / event.total);
      }
    });
    request.addEventListener("load", () => done({ status: request.status, text: request.responseText }));
    request.addEventListener("error", () => done(null));
    request.addEventListener("abort", () => done(null));
    signal?.addEventListener("abort", () => request.abort());
    request.send(body);
  });
}
