/** The compiler tells ends, joints and signals apart: each line under a @ts-expect-error must not compile. */
import type { JointId, LandingEnd, PigtailId, WireEnd } from './end.ts';
import { jointId, pigtailEnd, pigtailId, terminalEnd, wireEnd } from './end.ts';
import { join, land, NOTHING_JOINED } from './edit.ts';
import { indexed } from './indexed.ts';
import { readSignal, type Signal } from '../plan/signal.ts';

const black = wireEnd('i1.0', 'black');
const brass = terminalEnd('i2.0', 'brass-top');

test('each kind of id takes the place of no other', () => {
  // Never called: the compiler reads it.
  const wrong = () => {
    // @ts-expect-error a conductor lands on a terminal, not a terminal on a conductor
    land(NOTHING_JOINED, brass, black);
    // @ts-expect-error a pigtail is no place to land on
    land(NOTHING_JOINED, black, pigtailEnd(pigtailId(1)));
    // @ts-expect-error a joint is named by its id, not by an end of it
    join(NOTHING_JOINED, [black], black);
    // @ts-expect-error a pigtail is no joint
    indexed(NOTHING_JOINED).joint(pigtailId(1));
    // @ts-expect-error a joint is no pigtail
    pigtailEnd(jointId(1));
    // @ts-expect-error an empty text is no terminal
    const nowhere: LandingEnd = '';
    // @ts-expect-error a piece is no end
    const piece: WireEnd = 'i1.0';
    // @ts-expect-error what a conductor carries is no conductor
    const carried: Signal = black;
    // @ts-expect-error an end carries no signal by itself
    readSignal(brass);
    // @ts-expect-error a number is no id
    const [joint, pigtail]: [JointId, PigtailId] = [1, 2];
    return [nowhere, piece, carried, joint, pigtail];
  };
  expect(wrong).toBeInstanceOf(Function);
  expect([black, brass, jointId(3), pigtailEnd(pigtailId(4))]).toEqual([
    'w:i1.0:black',
    't:i2.0:brass-top',
    'j3',
    'p:p4',
  ]);
});
