/** What the person set is kept, and a spoilt store falls back field by field. */
test('a kept choice is read, a wrong one falls back without losing the others', () => {
  jest.isolateModules(() => {
    globalThis.localStorage.setItem(
      'dense-pack/preferences',
      JSON.stringify({ theme: 'sun', text: 9999, hand: 'left', metric: true }),
    );
    const { preferences, setPreferences, onPreferences } =
      jest.requireActual<typeof import('./preferences')>('./preferences');
    expect(preferences()).toEqual({
      theme: 'sun',
      text: 100,
      hand: 'left',
      metric: true,
      table: true,
      aloud: false,
      who: '',
    });
    const told = jest.fn();
    const stop = onPreferences(told);
    setPreferences({ text: 200 });
    stop();
    setPreferences({ text: 150 });
    expect(told).toHaveBeenCalledTimes(1);
    expect(JSON.parse(globalThis.localStorage.getItem('dense-pack/preferences') ?? '')).toMatchObject({
      theme: 'sun',
      text: 150,
    });
  });
});

test('a store that is no JSON is as if nothing was set', () => {
  jest.isolateModules(() => {
    globalThis.localStorage.setItem('dense-pack/preferences', '{');
    const { preferences } = jest.requireActual<typeof import('./preferences')>('./preferences');
    expect(preferences()).toEqual({
      theme: 'system',
      text: 100,
      hand: 'right',
      metric: false,
      table: true,
      aloud: false,
      who: '',
    });
  });
});
