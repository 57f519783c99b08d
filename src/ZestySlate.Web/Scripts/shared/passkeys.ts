/**
 * Passkeys (Web Authentication, Level 3) are asked for by script alone: the question comes from the server, the browser's own
 * dialog asks the person, and the answer is posted with the form.
 */
export function takePasskeys(): void {
  for (const form of document.querySelectorAll<HTMLFormElement>("form[data-passkey]")) {
    const button = form.querySelector("button")!;
    if (typeof window.PublicKeyCredential?.parseRequestOptionsFromJSON === "function") {
      form.hidden = button.disabled = false;
      form.addEventListener("submit", event => {
        event.preventDefault();
        button.disabled = true;
        void answer(form).then(trouble => {
          say(form, trouble);
          button.disabled = false;
          if (trouble === "") {
            form.submit();
          }
        });
      });
    } else {
      say(form, wordsOf(form).passkeysOldBrowser);
    }
  }
}

type Question = { ticket: string; options: PublicKeyCredentialCreationOptionsJSON & PublicKeyCredentialRequestOptionsJSON };

/** Fetches the question and fills in the answer; what went wrong, in words, or nothing. */
async function answer(form: HTMLFormElement): Promise<string> {
  const reply = await fetch(form.dataset.asks!, { method: "POST", body: new FormData(form) }).catch(() => null);
  if (!reply?.ok) {
    return reply ? await reply.text() : wordsOf(form).noConnectionNow;
  }
  const { ticket, options } = (await reply.json()) as Question;
  try {
    const credential =
      form.dataset.passkey === "new"
        ? await navigator.credentials.create({ publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(options) })
        : await navigator.credentials.get({ publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(options) });
    field(form, "credential").value = JSON.stringify(credential);
    field(form, "asked").value = ticket;
    return "";
  } catch (trouble) {
    switch ((trouble as DOMException).name) {
      case "InvalidStateError":
        return wordsOf(form).passkeyHereAlready;
      case "SecurityError":
        return wordsOf(form).passkeysNeedName;
      default:
        return wordsOf(form).noPasskeyUsed;
    }
  }
}

/** What is said, in the language of the page (PasskeyWords on the server). */
const wordsOf = (form: HTMLFormElement): Said => JSON.parse(form.dataset.words!) as Said;

type Said = Record<"passkeysOldBrowser" | "passkeysNeedName" | "passkeyHereAlready" | "noPasskeyUsed" | "noConnectionNow", string>;

const field = (form: HTMLFormElement, name: string): HTMLInputElement => form.elements.namedItem(name) as HTMLInputElement;

function say(form: HTMLFormElement, words: string): void {
  const line = form.querySelector<HTMLElement>("[data-passkey-says]")!;
  line.hidden = words === "";
  line.textContent = words;
}
