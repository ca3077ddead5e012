package fog;

/** Two threads that wait for each other: one in this mod, one in a library. */
public final class Knot {
    static final Object SEA = new Object(), SKY = new Object();

    public static void tie() throws Exception {
        var first = new Thread(() -> { synchronized (SEA) { rest(); synchronized (SKY) { } } }, "fog maker");
        var second = new Thread(() -> oakum.sky.Weather.wrapped(() -> { synchronized (SKY) { rest(); synchronized (SEA) { } } }), "Weather-7");
        first.start();
        second.start();
        Thread.sleep(20_000);
    }

    static void rest() { try { Thread.sleep(300); } catch (InterruptedException e) { } }
}
