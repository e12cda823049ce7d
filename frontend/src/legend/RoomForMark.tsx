/** As wide as the mark that comes: what stands beside it does not move when the legend arrives. */
export function RoomForMark() {
  return (
    <span className="what-place invisible" aria-hidden>
      <span className="what" />
    </span>
  );
}
