package rangordnung.server.exchange;

import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/** Refusals of a file: what is wrong, where, and what to do. */
final class FileProblems {

    private FileProblems() {}

    /**
     * @param code  which kind of thing is wrong; the interface says it in its own words
     * @param place such as "line 3, column 2" or "frame 12"
     * @param what  exactly, in English
     */
    static Problem at(Code code, String place, String what) {
        return Problem.invalid(code, place + ": " + what, "file").with("place", place);
    }

    static Problem notNumber(String place, String text) {
        return at(
                Code.FILE_NOT_NUMBER,
                place,
                "“" + (text.length() > 30 ? text.substring(0, 30) + "…" : text)
                        + "” is no number; a decimal point separates its fraction");
    }

    static Problem unknown() {
        return Problem.invalid(
                Code.UNKNOWN_FORMAT,
                "This is none of the kinds that are read: CSV, TRC, C3D, COCO keypoints or JSON with 33 landmarks. Say which kind it is, or export it as CSV.",
                "file");
    }
}
