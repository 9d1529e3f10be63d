/** What is set once for the whole server: the address other phones open. */
import { PublicAddress, type SetAddress } from '@dense-pack/core/sheet/public-address';
import { Router } from 'express';
import type { Db } from '../database.ts';
import { publicAddress, setPublicAddress } from '../services/settings.ts';
import { bodyAs } from './answers.ts';
import { answersTo } from './origin-guard.ts';

/** @param hosts the names the server answers to in addition to those of this computer */
export function settingRoutes(db: Db, hosts: readonly string[]): Router {
  const router = Router();
  const answerOf = (is: PublicAddress): SetAddress => ({
    ...is,
    answered: !is.address || answersTo(new URL(is.address).host, hosts),
  });
  router.get('/address', (_request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.json(answerOf(publicAddress(db)));
  });
  router.put('/address', (request, response) => {
    response.json(answerOf(setPublicAddress(db, bodyAs(PublicAddress, request.body))));
  });
  return router;
}
