package oakum.sky;

import java.util.function.Supplier;

/** A library that mods call. */
public final class Weather {
    public static class Trouble extends RuntimeException { public Trouble(String text, Throwable cause) { super(text, cause); } }

    public static <T> T calm(Supplier<T> work) { return work.get(); }

    public static int height(String text) { return Integer.parseInt(text); }

    public static void wrapped(Runnable work) {
        try { work.run(); } catch (RuntimeException e) { throw new IllegalStateException("the sky could not be drawn", e); }
    }
}
