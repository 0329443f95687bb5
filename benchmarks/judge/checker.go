// Type-checks every package of all modules in a folder with go/types; packages from outside are taken as empty.
package main

import (
	"bufio"
	"fmt"
	"go/ast"
	"go/build/constraint"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"sort"
	"strings"
)

var files = token.NewFileSet()
var folders = map[string]map[string][]*ast.File{}
var tests = map[string]map[string][]*ast.File{}
var checked = map[string]*types.Package{}
var checking = map[string]bool{}
var root string
var modules = map[string]string{} // the folder of each module, by its path
var standard = importer.Default()

// importing finds packages; `tested` is one with the tests of its own package, which only its outside tests see.
type importing struct{ tested *types.Package }

func (found importing) Import(name string) (*types.Package, error) {
	if found.tested != nil && found.tested.Path() == name {
		return found.tested, nil
	}
	if _, ok := folderOf(name); ok {
		return check(name)
	}
	if !strings.Contains(strings.Split(name, "/")[0], ".") {
		if known, err := standard.Import(name); err == nil {
			return known, nil
		}
	}
	made := types.NewPackage(name, guess(name))
	made.MarkComplete()
	return made, nil
}

// folderOf tells the folder of a package of one of the modules: of the innermost that its path lies in.
func folderOf(name string) (string, bool) {
	for prefix := name; prefix != "."; prefix = path.Dir(prefix) {
		if folder, ok := modules[prefix]; ok {
			return strings.Trim(path.Join(folder, strings.TrimPrefix(name, prefix)), "/."), true
		}
		if prefix == path.Dir(prefix) {
			break
		}
	}
	return "", false
}

// pathOf tells the import path of a folder; nothing where it lies in no module.
func pathOf(folder string) string {
	for outer := folder; ; outer = strings.TrimSuffix(path.Dir(outer), ".") {
		for name, held := range modules {
			if held == outer {
				return strings.TrimSuffix(name+"/"+strings.Trim(strings.TrimPrefix(folder, outer), "/"), "/")
			}
		}
		if outer == "" {
			return ""
		}
	}
}

// readModule notes the module that a go.mod declares.
func readModule(place string) {
	text, _ := os.Open(place)
	defer text.Close()
	scanner := bufio.NewScanner(text)
	for scanner.Scan() {
		if strings.HasPrefix(scanner.Text(), "module ") {
			folder, _ := filepath.Rel(root, filepath.Dir(place))
			name := strings.Trim(strings.TrimPrefix(scanner.Text(), "module "), " \"")
			modules[name] = strings.TrimPrefix(filepath.ToSlash(folder), ".")
			return
		}
	}
}

func guess(name string) string {
	last := path.Base(name)
	if strings.HasPrefix(last, "v") && len(last) < 4 {
		last = path.Base(path.Dir(name))
	}
	last = strings.TrimPrefix(strings.TrimSuffix(last, "-go"), "go-")
	if dot := strings.Index(last, "."); dot > 0 {
		last = last[:dot]
	}
	return last
}

var reported = map[string]bool{}

// report prints a fault, once for each place: packages are checked again with their tests. What follows from
// a type that is not known here is none.
func report(err error) {
	text := err.Error()
	if strings.Contains(text, "invalid type") {
		return
	}
	if fault, ok := err.(types.Error); ok {
		place := files.Position(fault.Pos).String() + fault.Msg
		if reported[place] {
			return
		}
		reported[place] = true
		text = fault.Msg
	}
	fmt.Println(text)
}

func check(name string) (*types.Package, error) {
	if made, ok := checked[name]; ok {
		return made, nil
	}
	folder, _ := folderOf(name)
	packages, ok := folders[folder]
	if !ok || checking[name] {
		fmt.Println("no package or a cycle:", path.Base(name))
		return nil, fmt.Errorf("no package %s", name)
	}
	checking[name] = true
	result := types.NewPackage(name, path.Base(name))
	for _, package_ := range sorted(packages) {
		if len(packages[package_]) > 0 && !strings.HasSuffix(package_, "_test") {
			config := types.Config{Importer: importing{}, Error: report, FakeImportC: true}
			result, _ = config.Check(name, files, packages[package_], nil)
			break
		}
	}
	checking[name] = false
	checked[name] = result
	return result, nil
}

// checkTests checks a package again with its own tests, then what tests it from outside.
func checkTests(name string) {
	folder, _ := folderOf(name)
	var tested *types.Package
	for _, package_ := range sorted(tests[folder]) {
		config := types.Config{Importer: importing{tested}, Error: report, FakeImportC: true}
		if strings.HasSuffix(package_, "_test") {
			config.Check(name+"_test", files, tests[folder][package_], nil)
			continue
		}
		together := append(append([]*ast.File{}, folders[folder][package_]...), tests[folder][package_]...)
		tested, _ = config.Check(name, files, together, nil)
	}
}

func sorted(packages map[string][]*ast.File) []string {
	names := []string{}
	for name := range packages {
		names = append(names, name)
	}
	sort.Strings(names)
	return names
}

func fits(file *ast.File, name string) bool {
	base := strings.TrimSuffix(strings.TrimSuffix(name, ".go"), "_test")
	for _, other := range []string{"windows", "darwin", "freebsd", "openbsd", "netbsd", "solaris", "plan9", "js", "wasip1", "aix", "arm64", "386", "arm"} {
		if strings.HasSuffix(base, "_"+other) {
			return false
		}
	}
	for _, group := range file.Comments {
		for _, comment := range group.List {
			if constraint.IsGoBuild(comment.Text) && comment.Pos() < file.Package {
				if held, err := constraint.Parse(comment.Text); err == nil {
					return held.Eval(func(tag string) bool {
						return tag == "linux" || tag == "unix" || tag == "amd64" || strings.HasPrefix(tag, "go1")
					})
				}
			}
		}
	}
	return true
}

func main() {
	root = os.Args[1]
	filepath.WalkDir(root, func(place string, entry fs.DirEntry, err error) error {
		if entry.IsDir() && (strings.HasPrefix(entry.Name(), ".") && place != root || entry.Name() == "testdata" || entry.Name() == "vendor") {
			return filepath.SkipDir
		}
		if entry.Name() == "go.mod" {
			readModule(place)
		}
		if !strings.HasSuffix(place, ".go") {
			return nil
		}
		file, err := parser.ParseFile(files, place, nil, parser.ParseComments|parser.SkipObjectResolution)
		if err != nil {
			report(err)
		}
		if file == nil || !fits(file, entry.Name()) {
			return nil
		}
		folder, _ := filepath.Rel(root, filepath.Dir(place))
		if folder == "." {
			folder = ""
		}
		folder = filepath.ToSlash(folder)
		if folders[folder] == nil {
			folders[folder] = map[string][]*ast.File{}
			tests[folder] = map[string][]*ast.File{}
		}
		held := folders[folder]
		if strings.HasSuffix(place, "_test.go") {
			held = tests[folder]
		}
		held[file.Name.Name] = append(held[file.Name.Name], file)
		return nil
	})
	all := []string{}
	for folder := range folders {
		all = append(all, folder)
	}
	sort.Strings(all)
	for _, folder := range all {
		if name := pathOf(folder); name != "" {
			check(name)
		}
	}
	for _, folder := range all {
		if name := pathOf(folder); name != "" {
			checkTests(name)
		}
	}
}
