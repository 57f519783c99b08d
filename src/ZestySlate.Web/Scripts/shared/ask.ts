/** What the server said. */
export interface Said {
  ok: boolean;
  status: number;
  text: string;
  headers: Headers;
}

const asked = new Map<string, AbortController>();

/**
 * Asks the server for a piece of the page. Of what is asked for one place only the newest reply counts: an older one that comes
 * late is null, as is a reply that never comes; then `lost` is told, unless something newer was asked meanwhile.
 * @param place What the reply is for; asking again for the same place gives the older question up.
 */
export async function ask(place: string, address: string, init: RequestInit = {}, lost?: () => void): Promise<Said | null> {
  asked.get(place)?.abort();
  const mine = new AbortController();
  asked.set(place, mine);
  try {
    const reply = await fetch(address, { ...init, signal: mine.signal });
    return { ok: reply.ok, status: reply.status, text: await reply.text(), headers: reply.headers };
  } catch {
    if (!mine.signal.aborted) {
      lost?.();
    }
    return null;
  } finally {
    if (asked.get(place) === mine) {
      asked.delete(place);
    }
  }
}

/** What is said when the line is lost and nothing was changed by it. */
export const lostWords = "The connection is lost. Try once more.";
