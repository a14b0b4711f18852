/**
 * Calls a running server as its pages do.
 * @param address where the server listens
 * @returns `(method, path, body)`: the answer; bytes go as they are, anything else as JSON; throws on a refusal
 */
export function caller(address) {
  return async (method, path, body) => {
    const binary = body instanceof Uint8Array || body instanceof Blob;
    const response = await fetch(`${address}/api${path}`, {
      method,
      ...(body !== undefined && {
        headers: { 'content-type': binary ? 'application/octet-stream' : 'application/json' },
        body: binary ? body : JSON.stringify(body),
      }),
    });
    const answer = await response.json();
    if (!response.ok) throw new Error(`${method} ${path}: ${answer.message}`);
    return answer;
  };
}
