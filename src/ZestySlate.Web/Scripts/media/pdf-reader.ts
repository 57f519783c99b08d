// The PDF reader as a module of its own, loaded only where a PDF's pages are shown.
import * as reader from "pdfjs-dist";

export const { GlobalWorkerOptions, getDocument, renderTextLayer } = reader;
