package fog;

import oakum.bell.Bell;

/** A provider of bells that cannot be made. */
public final class Rung implements Bell {
    public Rung() { throw new IllegalStateException("no lantern"); }
    public void ring() { }
}
