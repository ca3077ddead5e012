// What Maven's own classes make of POMs in a folder of its layout, with nothing of a machine in it. Argument: the folder; from standard
// input a path below it a line. To standard output for each: the path, group:artifact:version, packaging, and then each dependency as
// group:artifact:version:type:classifier:scope:optional, all between tabs; or the path and "failed" with why.

import java.io.BufferedReader;
import java.io.File;
import java.io.InputStreamReader;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.Model;
import org.apache.maven.model.Parent;
import org.apache.maven.model.Repository;
import org.apache.maven.model.building.DefaultModelBuilderFactory;
import org.apache.maven.model.building.DefaultModelBuildingRequest;
import org.apache.maven.model.building.FileModelSource;
import org.apache.maven.model.building.ModelBuilder;
import org.apache.maven.model.building.ModelBuildingRequest;
import org.apache.maven.model.building.ModelSource;
import org.apache.maven.model.resolution.ModelResolver;
import org.apache.maven.model.resolution.UnresolvableModelException;

public class Judge {
    static final class Tree implements ModelResolver {
        private final File root;

        Tree(File root) {
            this.root = root;
        }

        public ModelSource resolveModel(String group, String artifact, String version) throws UnresolvableModelException {
            File file = new File(root, group.replace('.', '/') + "/" + artifact + "/" + version + "/" + artifact + "-" + version + ".pom");
            if (!file.isFile()) {
                throw new UnresolvableModelException("not there", group, artifact, version);
            }
            return new FileModelSource(file);
        }

        public ModelSource resolveModel(Parent parent) throws UnresolvableModelException {
            return resolveModel(parent.getGroupId(), parent.getArtifactId(), parent.getVersion());
        }

        public ModelSource resolveModel(Dependency one) throws UnresolvableModelException {
            return resolveModel(one.getGroupId(), one.getArtifactId(), one.getVersion());
        }

        public void addRepository(Repository repository) {}

        public void addRepository(Repository repository, boolean replace) {}

        public ModelResolver newCopy() {
            return this;
        }
    }

    private static String or(String text, String other) {
        return text == null ? other : text;
    }

    public static void main(String[] arguments) throws Exception {
        File root = new File(arguments[0]);
        ModelBuilder builder = new DefaultModelBuilderFactory().newInstance();
        BufferedReader lines = new BufferedReader(new InputStreamReader(System.in));
        for (String path = lines.readLine(); path != null; path = lines.readLine()) {
            StringBuilder said = new StringBuilder(path);
            try {
                DefaultModelBuildingRequest request = new DefaultModelBuildingRequest();
                request.setModelSource(new FileModelSource(new File(root, path)));
                request.setModelResolver(new Tree(root));
                request.setValidationLevel(ModelBuildingRequest.VALIDATION_LEVEL_MINIMAL);
                request.setProcessPlugins(false);
                Model model = builder.build(request).getEffectiveModel();
                said.append('\t').append(model.getGroupId()).append(':').append(model.getArtifactId()).append(':').append(model.getVersion());
                said.append('\t').append(model.getPackaging());
                for (Dependency one : model.getDependencies()) {
                    said.append('\t').append(String.join(":", one.getGroupId(), one.getArtifactId(), or(one.getVersion(), ""),
                        one.getType(), or(one.getClassifier(), ""), or(one.getScope(), "compile"), one.isOptional() ? "true" : "false"));
                }
            } catch (Exception failure) {
                said.append("\tfailed\t").append(failure.getMessage().replaceAll("\\s+", " "));
            }
            System.out.println(said);
        }
    }
}
