// `npm start`: the same without demo data.
import { build, needNode, needPackages, serve } from './tools.mjs';

needNode();
needPackages();
await build();
await serve();
