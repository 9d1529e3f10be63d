/** The epochs of the server’s database, as this phone knows them: core/src/box/write-id.ts says what for. */
import { Epochs as EpochsAnswer } from '@dense-pack/core/box/record';
import { isIn, type Placed, standing, type Standing } from '@dense-pack/core/box/write-id';
import { z } from 'zod';
import { epochSeen, request } from './api';
import { kept, type Shelves } from './disk';

const SHELF = 'answers';
const KEY = 'epochs';
/** Databases that are remembered: the one of now, and those this phone asked before. */
const ROWS_MOST = 8;
const Rows = z.array(EpochsAnswer);
type Row = z.output<typeof EpochsAnswer>;

export class Epochs {
  /** Rows of epochs, the newest first. */
  #rows: readonly Row[] | undefined;
  /** Another epoch began since it was last followed. */
  #began = false;

  constructor(private readonly shelves: Pick<Shelves, 'get' | 'put'>) {}

  /**
   * The epochs of the database that answers now.
   * @returns undefined for an older server, that says none
   * @throws ServerAway
   */
  async #now(): Promise<Row | undefined> {
    const epoch = epochSeen();
    if (epoch === undefined) return undefined;
    const rows = await this.#read();
    if (rows[0]?.epochs.at(-1)?.id === epoch) return rows[0];
    const now = await request(EpochsAnswer, '/epochs');
    this.#began ||= rows.length > 0;
    // One that the new row goes on from is kept too: its last epoch may have had writes that the new row does not have.
    this.#rows = [now, ...rows].slice(0, ROWS_MOST);
    await this.shelves.put(SHELF, KEY, this.#rows).catch(() => undefined);
    return now;
  }

  async #read(): Promise<readonly Row[]> {
    this.#rows ??= (await kept(this.shelves, SHELF, KEY, Rows).catch(() => undefined)) ?? [];
    return this.#rows;
  }

  /**
   * Remembers the epochs of the database that answers now: a later one is held to them.
   * @returns whether another one began: what this phone knows may be of a time the server went back behind
   * @throws ServerAway
   */
  async follow(): Promise<boolean> {
    await this.#now();
    const began = this.#began;
    this.#began = false;
    return began;
  }

  /** How the state of a record on the server relates to the state this phone knows. @throws ServerAway */
  async standing(known: Placed, stored: Placed): Promise<Standing> {
    if (known.write !== undefined && known.write === stored.write) return 'newer';
    const now = await this.#now();
    if (!now) return stored.version >= known.version ? 'newer' : 'apart';
    const before = await this.#rowOf(known);
    if (before && before.demo !== now.demo) return 'newer';
    return standing(known, stored, before?.epochs ?? [], now.epochs);
  }

  /** The row a state is of, as this phone knew it. */
  async #rowOf({ write }: Pick<Placed, 'write'>): Promise<Row | undefined> {
    return (await this.#read()).find(({ epochs }) => write !== undefined && isIn(write, epochs));
  }

  /** Whether the server has gone back behind a state: then a record it does not have was not deleted. @throws ServerAway */
  async isLost(known: Pick<Placed, 'write'>): Promise<boolean> {
    const now = await this.#now();
    const { write } = known;
    if (now === undefined || write === undefined || isIn(write, now.epochs)) return false;
    // The demo house and a person’s own jobs are two databases: nothing goes from one to the other.
    return (await this.#rowOf(known))?.demo !== !now.demo;
  }
}
