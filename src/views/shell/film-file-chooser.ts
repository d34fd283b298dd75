import { createRef } from 'react';

/** The field that film files are chosen with, as it stands in the film's menu. */
export const filmFileChooser = createRef<HTMLInputElement>();
