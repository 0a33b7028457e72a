package outrider.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "outrider.server", importOptions = ImportOption.DoNotIncludeTests.class)
class FeaturesTest {
    @ArchTest
    static final ArchRule featuresHaveNoCycles =
            slices().matching("outrider.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule featuresMeetThroughServices = noClasses()
            .that()
            .haveSimpleNameNotEndingWith("Resource")
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Resource");

    @ArchTest
    static final ArchRule nobodyReadsTheReserveButByTheFiguresOfAReport =
            noClasses().should().dependOnClassesThat().haveSimpleName("SealOpening");

    @ArchTest
    static final ArchRule onlySigningOffMakesThoseFigures = noClasses()
            .that()
            .resideOutsideOfPackage("outrider.server.signoff")
            .should()
            .dependOnClassesThat()
            .haveSimpleName("FiguresMaker");
}
