package ferry;

import fog.Bank;

/** A game that starts, and fails as it is told: java ferry.Game FAULT HOW. */
public final class Game {
    static void fault(String name) {
        switch (name) {
            case "nothing" -> Bank.nothing();
            case "library" -> Bank.inLibrary();
            case "wrapped" -> Bank.wrapped();
            case "twice" -> Bank.twice();
            case "inner" -> Bank.inner();
            case "lines" -> Bank.lines();
            case "suppressed" -> Bank.suppressed();
            case "endless" -> Bank.again(0);
            case "heap" -> Bank.heap();
            case "array" -> Bank.array();
            case "late" -> Bank.late();
            case "class" -> Bank.missing();
            default -> called(name);
        }
    }

    /** "Files.yaml" in the mod, if there is such a thing. */
    static void called(String name) {
        int dot = name.indexOf('.');
        if (dot < 0) {
            return;
        }
        try {
            Class.forName("fog." + name.substring(0, dot)).getMethod(name.substring(dot + 1)).invoke(null);
        } catch (java.lang.reflect.InvocationTargetException e) {
            throw Game.<RuntimeException>as(e.getCause());
        } catch (ReflectiveOperationException e) {
            throw new AssertionError(e);
        }
    }

    @SuppressWarnings("unchecked")
    static <T extends Throwable> T as(Throwable e) throws T { throw (T) e; }

    static void begin() {
        Say.info("Ferry 3.2.1 starts on Java " + System.getProperty("java.specification.version"));
        Say.info("2 mods found: Fogbank 2.1.0, Oakum API 1.4.2");
    }

    static void end() {
        Say.info("the harbour is open after 12 steps");
        Say.info("saving everything");
        Say.info("good bye");
    }

    public static void main(String[] arguments) {
        String fault = arguments[0], how = arguments[1];
        begin();
        switch (how) {
            case "uncaught" -> fault(fault);
            case "thread" -> { var thread = new Thread(() -> fault(fault), "fog-1"); thread.start(); try { thread.join(); } catch (InterruptedException e) { } System.exit(1); }
            case "logged" -> { try { fault(fault); } catch (Throwable e) { Say.at("error", "The game stops", e); System.exit(1); } }
            case "logged-then-words" -> { try { fault(fault); } catch (Throwable e) { Say.at("error", "Could not start", e); Say.info("shutting down"); System.exit(1); } }
            case "warned" -> { try { fault(fault); } catch (Throwable e) { Say.at("warn", "No fog today", e); } end(); }
            case "informed" -> { try { fault(fault); } catch (Throwable e) { Say.at("info", "Fog is off", e); } end(); }
            case "survived" -> { try { fault(fault); } catch (Throwable e) { Say.at("error", "Fog could not be made; going on without", e); } end(); }
            case "storm" -> { for (int i = 0; i < 30; i++) { try { fault(fault); } catch (Throwable e) { Say.at("error", "Tile " + i + " has no fog", e); } } try { fault("twice"); } catch (Throwable e) { Say.at("error", "The game stops", e); } System.exit(1); }
            case "again" -> { try { fault(fault); } catch (Throwable e) { Say.at("error", "The game stops", e); } begin(); end(); }
            default -> end();
        }
    }
}
