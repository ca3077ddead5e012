import java.io.*;
import java.nio.file.*;
import java.util.*;
import org.osgi.framework.*;
import org.osgi.framework.launch.*;
import org.osgi.framework.wiring.*;

/**
 * A real framework's word on sets of bundles. Each line of the input is a set: paths of archives, separated by tabs. Each
 * line of the output is its answer: "whole", or what was not resolved or could not be installed, separated by tabs.
 */
public final class Judge {
    public static void main(String[] arguments) throws Exception {
        var factory = ServiceLoader.load(FrameworkFactory.class).iterator().next();
        var in = new BufferedReader(new InputStreamReader(System.in, "UTF-8"));
        var out = new PrintStream(new FileOutputStream(FileDescriptor.out), true, "UTF-8");
        for (String line; (line = in.readLine()) != null;) {
            Path storage = Files.createTempDirectory("judge");
            var framework = factory.newFramework(Map.of("org.osgi.framework.storage", storage.toString(), "org.osgi.framework.storage.clean", "onFirstInit", "osgi.compatibility.bootdelegation.default", "false"));
            framework.init();
            var answers = new ArrayList<String>();
            var bundles = new ArrayList<Bundle>();
            for (String path : line.split("\t")) {
                try {
                    bundles.add(framework.getBundleContext().installBundle("reference:file:" + path));
                } catch (BundleException e) {
                    answers.add(Path.of(path).getFileName() + ": " + e.getMessage().split("\n")[0]);
                }
            }
            framework.adapt(FrameworkWiring.class).resolveBundles(bundles);
            for (Bundle bundle : bundles) {
                if ((bundle.getState() & (Bundle.INSTALLED | Bundle.UNINSTALLED)) != 0) {
                    answers.add(bundle.getSymbolicName() == null ? bundle.getLocation() : bundle.getSymbolicName());
                }
            }
            out.println(answers.isEmpty() ? "whole" : String.join("\t", answers));
            framework.stop();
            framework.waitForStop(10_000);
            try (var files = Files.walk(storage)) {
                files.sorted(Comparator.reverseOrder()).forEach(file -> file.toFile().delete());
            }
        }
    }
}
