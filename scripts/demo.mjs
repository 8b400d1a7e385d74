// `npm run demo`: everything from a fresh clone to the served demo troupe.
import { build, needNode, needPackages, serve } from './tools.mjs';

needNode();
needPackages();
await build();
await serve(['--demo']);
