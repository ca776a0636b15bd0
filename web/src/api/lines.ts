/** Reads an answer line by line, as it comes; of lines that come together only the last is told. */
export async function listen<Line>(
  address: string,
  asked: RequestInit & { signal: AbortSignal },
  tell: (line: Line) => void,
): Promise<void> {
  const answer = await fetch(address, asked);
  if (!answer.ok || !answer.body) throw new Error("Much is being worked out just now. Try again.");
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let waiting = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    waiting += value;
    const lines = waiting.split("\n");
    waiting = lines.pop() ?? "";
    const last = lines.filter(Boolean).at(-1);
    if (!last) continue;
    const line: Line = JSON.parse(last);
    tell(line);
  }
}
