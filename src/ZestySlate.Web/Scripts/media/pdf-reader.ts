// The PDF reader as a module of its own, loaded only where a PDF's pages are shown; the build for browsers of some years ago, as schools have them.
import * as reader from "pdfjs-dist/legacy/build/pdf.mjs";

export const { GlobalWorkerOptions, getDocument, TextLayer } = reader;
