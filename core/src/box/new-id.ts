/** Ids that no one else makes: time and 80 bits of the machine’s own randomness, also without signal. */
import { ulid } from 'ulid';
import type { NewId } from './piece-id.ts';

export const newId: NewId = () => ulid().toLowerCase();
