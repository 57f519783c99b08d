import { watchPage } from "./media/page";
import { watchPdf } from "./media/pdf";
import { watchPictureEditor } from "./media/picture";
import { watchReplacing } from "./media/replace";
import { watchTrim } from "./media/trim";
import { definePreviews } from "./shared/previews";

definePreviews();
watchPage();
watchPictureEditor();
watchTrim();
watchPdf();
watchReplacing();
