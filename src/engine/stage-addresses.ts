/** The stages of the work, in the order of the work, as they stand in addresses: `/film/<id>/time`. */
export const STAGE_ADDRESSES = ['shoot', 'sort', 'time', 'mend', 'sound', 'print'] as const;
