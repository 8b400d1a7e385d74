import { Server } from './server';

/** The demo troupe's database, filled and planned once: each test begins with a copy of it. */
export default async function setup() {
  const server = new Server(true);
  await server.start();
  while (!(await server.get<{ fresh: boolean }>('/api/overview')).fresh)
    await new Promise((done) => setTimeout(done, 100));
  await server.kill('SIGTERM');
  process.env.HEARTY_DEMO = server.folder;
  return () => server.end();
}
