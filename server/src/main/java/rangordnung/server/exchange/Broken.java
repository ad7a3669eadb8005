package rangordnung.server.exchange;

import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/** Refusals of a file: what is wrong, where, and what to do. */
final class Broken {

    private Broken() {}

    static Problem at(String place, String what) {
        return Problem.invalid(Code.BROKEN_FILE, place + ": " + what, "file").with("place", place);
    }

    static Problem unknown() {
        return Problem.invalid(Code.UNKNOWN_FORMAT,
                "This is none of the kinds that are read: CSV, TRC, C3D, COCO keypoints or JSON with 33 landmarks. Say which kind it is, or export it as CSV.", "file");
    }
}
