package oakum.bell;

public final class Cast {
    private int tone = 2;
    private void hide() { }
    public void swing() { }
    public static void rest() { }
}
