/** Where the labels of plants are, as PDF. Their codes lead back to this page. */
export const labelOf = (ids: number[], sheet: boolean) =>
  `/api/v1/labels?${new URLSearchParams({ plants: ids.join(","), sheet: String(sheet), origin: location.origin })}`;

/** Where the case sheet of a plant is, as PDF. */
export const sheetOf = (id: number) => `/api/v1/plants/${id}/sheet?${new URLSearchParams({ origin: location.origin })}`;
