package fog;

import oakum.sky.Weather;

/** A mod. */
public final class Bank {
    static final class Gone extends RuntimeException { Gone(String text) { super(text); } }

    public static void nothing() { String density = null; density.length(); }
    public static void inLibrary() { Weather.calm(() -> Weather.height("thick")); }
    public static void wrapped() { Weather.wrapped(() -> { throw new UnsupportedOperationException("no fog at night"); }); }
    public static void twice() { try { wrapped(); } catch (RuntimeException e) { throw new Weather.Trouble("layers failed", e); } }
    public static void inner() { throw new Gone("lantern"); }
    // What a virtual machine throws where a class is gone that there was when this was compiled.
    public static void missing() { throw new NoClassDefFoundError("oakum/sky/Aurora"); }
    public static void lines() { throw new IllegalArgumentException("density is not a number:\n  density = thick\n  ^\nsee the handbook"); }
    public static void suppressed() {
        RuntimeException e = new IllegalStateException("fog does not lift");
        e.addSuppressed(new java.io.IOException("could not close the fog"));
        throw e;
    }
    public static void again(int depth) { again(depth + 1); }
    public static void heap() { var all = new java.util.ArrayList<long[]>(); while (true) all.add(new long[1 << 20]); }
    public static void array() { int[] all = new int[Integer.MAX_VALUE]; }
    static class Late { static final int HEIGHT = Integer.parseInt("high"); }
    public static void late() { int height = Late.HEIGHT; }
}
