import type { Express } from 'express';
import supertest from 'supertest';

/** Asks as a browser on this machine does: it keeps its connection, which proxies do not unless told to. */
export const request = (app: Express | string) => supertest.agent(app).set('Connection', 'keep-alive');
