package fog;

import oakum.bell.*;

/** Compiled against another release of Oakum's bells than it runs with. */
public final class Linked {
    static class Mine implements Bell { public void ring() { } }
    static class Heavy extends Cast { }

    public static void method() { new Cast().toll(); }
    public static void field() { System.out.println(new Cast().weight); }
    public static void unwritten() { ((Bell) new Mine()).muffle(); }
    public static void hidden() { new Cast().hide(); }
    public static void hiddenField() { System.out.println(new Cast().tone); }
    public static void hiddenClass() { System.out.println(new Clapper()); }
    public static void turned() { Cast.swing(); }
    public static void unturned() { new Cast().rest(); }
    public static void became() { new Rope().pull(); }
    public static void shut() { System.out.println(new Heavy()); }
    public static void implemented() { System.out.println(new Ringer() { public void go() { } }); }
}
