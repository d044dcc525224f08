// Apart from the other elements: only what opens over a page fetches it.
export { default as Overlay } from '@rneui/themed/dist/Overlay';
