export type Uploaded = { id: string; name: string } | { refusal: string };

/** Sends a file with its progress told; a lost connection is waited out. Null when the page is left meanwhile. */
export async function upload(address: string, page: HTMLElement, fields: Record<string, string>, file: File, signal: AbortSignal, progress: (share: number) => void, trouble: () => void): Promise<Uploaded | null> {
  for (let pause = 1000; !signal.aborted; pause = Math.min(pause * 2, 20000)) {
    const body = new FormData();
    for (const [name, value] of Object.entries(fields)) { body.set(name, value); }
    body.set("file", file, file.name);
    const reply = await once(address, page.dataset.proof ?? "", body, signal, progress);
    if (reply && reply.status === 200) { return JSON.parse(reply.text) as Uploaded; }
    if (reply && reply.status < 500 && reply.status !== 429) { return { refusal: reply.status === 413 || reply.text.length > 400 ? file.name : reply.text }; }
    trouble();
    await new Promise(done => setTimeout(done, pause));
  }
  return null;
}

/** fetch tells no progress of what it sends; the older way does. */
function once(address: string, proof: string, body: FormData, signal: AbortSignal, progress: (share: number) => void): Promise<{ status: number; text: string } | null> {
  return new Promise(done => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.setRequestHeader("X-Slate-Proof", proof);
    request.setRequestHeader("X-Slate-Script", "1");
    request.upload.addEventListener("progress", event => { if (event.lengthComputable) { progress(event.loaded / event.total); } });
    request.addEventListener("load", () => done({ status: request.status, text: request.responseText }));
    request.addEventListener("error", () => done(null));
    request.addEventListener("abort", () => done(null));
    signal.addEventListener("abort", () => request.abort());
    request.send(body);
  });
}
