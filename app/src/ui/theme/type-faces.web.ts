/** In a page the style sheet names the faces of the type (web/faces.css): nothing has to be read by script. */
export function useTypeFaces(): void {}
