dependencies {
    implementation(project(":api"))
}
