import { build, needNode, needPackages } from './tools.mjs';

needNode();
needPackages();
await build({ force: true });
