package outrider;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "outrider", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule coreKnowsOnlyTheRuntimeAndNumericLibraries = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "java.io",
                    "java.math",
                    "java.util..",
                    "java.lang..",
                    "java.time..",
                    "java.nio",
                    "java.nio.charset",
                    "java.security",
                    "java.text",
                    "outrider..",
                    "org.jspecify.annotations",
                    "org.ejml..",
                    "org.hipparchus..",
                    "de.siegmar.fastcsv..");

    @ArchTest
    static final ArchRule packagesDoNotLookBack =
            slices().matching("outrider.(**)").should().beFreeOfCycles();
}
