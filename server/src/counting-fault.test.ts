/** A fault of the counting rules keeps nobody from storing a box: the list says that it has no answer, and the rest is counted. */
let faulty = true;
jest.doMock('@dense-pack/core/certainty/certainty', () => {
  const rules = jest.requireActual<typeof import('@dense-pack/core/certainty/certainty')>(
    '@dense-pack/core/certainty/certainty',
  );
  return {
    ...rules,
    certaintyOf: (...asked: Parameters<typeof rules.certaintyOf>) => {
      if (faulty) throw new RangeError('a fault of the rules');
      return rules.certaintyOf(...asked);
    },
  };
});
// Loaded after the fault is in place.
const { boxOf, countedCards, openPlace } =
  jest.requireActual<typeof import('./tests/place.ts')>('./tests/place.ts');
const { countsBy } = jest.requireActual<typeof import('./services/verdicts.ts')>('./services/verdicts.ts');

test('a box whose count throws is stored, and counted again by the next rules', async () => {
  const place = await openPlace(() => new Date('2026-03-02T09:00:00Z'));
  const complaints = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  try {
    await place
      .api()
      .post('/jobs')
      .send({ id: 'job-0000001', name: 'House', edition: 'nec2023' })
      .expect(201);
    await place
      .api()
      .post('/jobs/job-0000001/boxes')
      .send({ id: 'box-0000001', name: 'Box', box: boxOf('18 in3, 3x 12/2, duplex') })
      .expect(201);
    expect(complaints).toHaveBeenCalled();
    expect(await countedCards(place)).toMatchObject([{ boxes: 1, over: 0, unknown: 1, uncounted: 0 }]);
    faulty = false;
    countsBy('rules-that-work');
    await place.api().get('/jobs?most=9').expect(200);
    expect(await countedCards(place)).toMatchObject([{ over: 1, unknown: 0 }]);
  } finally {
    complaints.mockRestore();
    await place.close();
  }
});
