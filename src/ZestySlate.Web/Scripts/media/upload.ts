/** The proof that a post comes from our own page: on the library's page in its data, else in a form's field. */
export function proof(): string {
  return document.querySelector<HTMLElement>("[data-media-page]")?.dataset.proof
    ?? document.querySelector<HTMLInputElement>("input[name=proof], input[name=__RequestVerificationToken]")?.value ?? "";
}

export const base = (): string => document.querySelector<HTMLElement>("[data-media-page]")?.dataset.base ?? location.pathname.replace(/\/media-library.*$/, "");

/** Uploads one file to the library, telling how far it is (0 to 1). Gives the new entry, or throws the refusal's words. */
export function upload(file: File, folder: string, far: (share: number) => void): Promise<{ id: string; name: string }> {
  return new Promise((done, refused) => {
    const request = new XMLHttpRequest();
    request.open("POST", `${base()}/media-library/files`);
    request.setRequestHeader("X-Slate-Proof", proof());
    request.upload.addEventListener("progress", event => { if (event.lengthComputable) { far(event.loaded / event.total); } });
    request.addEventListener("load", () => {
      if (request.status === 200) { done(JSON.parse(request.responseText) as { id: string; name: string }); }
      else { refused(new Error(request.status === 422 ? request.responseText : request.status === 413 ? `«${file.name}» is larger than can be taken.` : `«${file.name}» could not be stored. Try it once more.`)); }
    });
    request.addEventListener("error", () => refused(new Error(`No connection: «${file.name}» was not stored. Try it once more.`)));
    const fields = new FormData();
    fields.set("folder", folder);
    fields.set("file", file, file.name);
    request.send(fields);
  });
}
