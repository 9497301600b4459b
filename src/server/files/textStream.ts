/** Text that is made a stretch at a time, as the body of an answer; nothing is made ahead of who reads. */
export function textStream(stretches: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const next = await stretches.next();
      if (next.done) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
    async cancel() {
      await stretches.return(undefined);
    },
  });
}
