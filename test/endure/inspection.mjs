import { USUAL_PROFILE } from '../../packages/server/dist/inspection/profiles.js';

/** An inspection from beginning to end, by the tasks of the threads, as the main thread has them done. */
export async function inspection(run, { kind, id }, about) {
  const jobId = 1;
  const step = async (name, args) => {
    const reply = await run({ name, args, jobId: null, stop: null, port: null, ...about });
    if (!reply.ok) throw reply;
    return reply.value;
  };
  try {
    const { path, counts, moment } = await step('inspect', { kind, id, jobId, profile: USUAL_PROFILE });
    const number = await step('beginFindings', { kind, id });
    for (let after = 0; after !== null;)
      after = await step('takeFindings', { kind, id, inspection: number, path, after });
    await step('publishFindings', { kind, id, inspection: number, counts, moment });
    while (await step('clearFindings', { kind, id }));
    return { ok: true, value: counts, changes: [] };
  } catch (reply) {
    if (reply.ok === false) return reply;
    throw reply;
  }
}
