/** A station as it stands in an address: "hand-over". */
export function stationPath(station: string): string {
  return station.toLowerCase().replaceAll(' ', '-');
}
