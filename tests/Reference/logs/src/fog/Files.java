package fog;

import java.io.*;
import java.net.*;
import java.nio.file.Path;
import java.util.*;

/** What reads and writes files and listens, with the libraries that people use for it. */
public final class Files {
    static final String FOLDER = System.getProperty("folder", ".");

    static File config(String ending, String text) throws IOException {
        var file = new File(FOLDER, "config/fogbank." + ending);
        file.getParentFile().mkdirs();
        java.nio.file.Files.writeString(file.toPath(), text);
        return file;
    }

    public static void jackson() throws Exception { new com.fasterxml.jackson.databind.ObjectMapper().readTree(config("json", "{\n  \"density\": 3,\n  thick\n}\n")); }
    public static void cut() throws Exception { new com.fasterxml.jackson.databind.ObjectMapper().readTree(config("json", "{\n  \"density\": [3,\n")); }
    public static void gson() throws Exception { try (var in = new FileReader(config("json", "{\n  \"density\": 3\n  \"height\": 2\n}\n"))) { new com.google.gson.Gson().fromJson(in, Map.class); } }
    public static void yaml() throws Exception { try (var in = new FileReader(config("yml", "fog:\n  density: 3\n bank: [1\n"))) { new org.yaml.snakeyaml.Yaml().load(in); } }
    public static void tab() throws Exception { try (var in = new FileReader(config("yml", "fog:\n\tdensity: 3\n"))) { new org.yaml.snakeyaml.Yaml().load(in); } }
    public static void xml() throws Exception { javax.xml.parsers.DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(config("xml", "<fog>\n  <density>3</fog>\n")); }
    public static void properties() throws Exception { try (var in = new FileReader(config("properties", "density=\\u00g1\n"))) { new Properties().load(in); } }
    public static void port() throws Exception { new ServerSocket(28961); new ServerSocket(28961); }
    public static void denied() throws Exception { new FileOutputStream("/etc/fogbank.txt"); }
    public static void deniedPath() throws Exception { java.nio.file.Files.createDirectory(Path.of("/etc/fogbank")); }
    public static void full() throws Exception { try (var out = new FileOutputStream("/dev/full")) { out.write(new byte[70_000]); } }
    public static void fullPath() throws Exception { java.nio.file.Files.write(Path.of("/dev/full"), new byte[70_000]); }
    public static void many() throws Exception { var all = new ArrayList<Closeable>(); while (true) all.add(new FileInputStream("/dev/null")); }
    public static void manyPaths() throws Exception { var all = new ArrayList<Closeable>(); while (true) all.add(java.nio.file.Files.newByteChannel(Path.of("/dev/null"))); }
    public static void longName() throws Exception { new FileOutputStream(FOLDER + "/" + "fog".repeat(100)); }
    public static void longPath() throws Exception { java.nio.file.Files.createFile(Path.of(FOLDER + "/" + "fog".repeat(100))); }
    public static void provider() { for (var bell : ServiceLoader.load(oakum.bell.Bell.class)) bell.ring(); }
}
