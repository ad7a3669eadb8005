package rangordnung.core.motion.simulated;

/** A place in metres: forward, to the left, up. */
record Point3(double x, double y, double z) {

    Point3 plus(double dx, double dy, double dz) {
        return new Point3(x + dx, y + dy, z + dz);
    }

    Point3 plus(Point3 other) {
        return plus(other.x, other.y, other.z);
    }

    Point3 times(double factor) {
        return new Point3(factor * x, factor * y, factor * z);
    }

    Point3 minus(Point3 other) {
        return plus(other.times(-1));
    }

    Point3 cross(Point3 o) {
        return new Point3(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
    }

    double size() {
        return Math.sqrt(x * x + y * y + z * z);
    }

    Point3 toward(Point3 other, double share) {
        return plus(other.minus(this).times(share));
    }
}
