/** Stands in for the icon font, which the test environment cannot load. */
export default function Icon() {
  return null;
}
