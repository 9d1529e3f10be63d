/** The routes of the app as the router asks for them. Each is a few lines: what is not of a first look is fetched by them later. */
const FOLDER = '../src/app/';
const files = import.meta.glob<Record<string, unknown>>('../src/app/**/*.tsx', { eager: true });

/** @param id the path of a route from the folder of the app’s routes: `./job/[job]/index.tsx` */
export function ctx(id: string): Record<string, unknown> {
  const route = files[id.replace('./', FOLDER)];
  if (!route) throw new Error(`there is no route ${id}`);
  return route;
}

ctx.keys = () => Object.keys(files).map((file) => file.replace(FOLDER, './'));
ctx.resolve = (id: string) => id;
ctx.id = 'routes';
