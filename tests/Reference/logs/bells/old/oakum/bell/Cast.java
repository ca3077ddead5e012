package oakum.bell;

public class Cast {
    public int weight = 3, tone = 2;
    public void toll() { }
    public void hide() { }
    public static void swing() { }
    public void rest() { }
}
