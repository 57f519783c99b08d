import { watchPage } from "./media/page";
import { watchPdf } from "./media/pdf";
import { watchPictureEditor } from "./media/picture";
import { watchTrim } from "./media/trim";

watchPage();
watchPictureEditor();
watchTrim();
watchPdf();
