// Type-checks every package of a module with go/types; packages from outside are taken as empty.
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
var checked = map[string]*types.Package{}
var checking = map[string]bool{}
var module, root string
var standard = importer.Default()

type local struct{}

func (local) Import(name string) (*types.Package, error) {
	if name == module || strings.HasPrefix(name, module+"/") {
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

func report(err error) {
	text := err.Error()
	if fault, ok := err.(types.Error); ok {
		text = fault.Msg
	}
	fmt.Println(text)
}

func check(name string) (*types.Package, error) {
	if made, ok := checked[name]; ok {
		return made, nil
	}
	folder := strings.TrimPrefix(strings.TrimPrefix(name, module), "/")
	packages, ok := folders[folder]
	if !ok || checking[name] {
		fmt.Println("no package or a cycle:", path.Base(name))
		return nil, fmt.Errorf("no package %s", name)
	}
	checking[name] = true
	var result *types.Package
	names := []string{}
	for package_ := range packages {
		names = append(names, package_)
	}
	sort.Strings(names)
	for _, package_ := range names {
		config := types.Config{Importer: local{}, Error: report, FakeImportC: true}
		made, _ := config.Check(name, files, packages[package_], nil)
		if !strings.HasSuffix(package_, "_test") && result == nil {
			result = made
		}
		if !strings.HasSuffix(package_, "_test") {
			checked[name] = result
		}
	}
	checking[name] = false
	if result == nil {
		result = types.NewPackage(name, path.Base(name))
	}
	checked[name] = result
	return result, nil
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
	text, _ := os.Open(filepath.Join(root, "go.mod"))
	scanner := bufio.NewScanner(text)
	for scanner.Scan() {
		if strings.HasPrefix(scanner.Text(), "module ") {
			module = strings.Trim(strings.TrimPrefix(scanner.Text(), "module "), " \"")
			break
		}
	}
	filepath.WalkDir(root, func(place string, entry fs.DirEntry, err error) error {
		if entry.IsDir() && (strings.HasPrefix(entry.Name(), ".") && place != root || entry.Name() == "testdata" || entry.Name() == "vendor") {
			return filepath.SkipDir
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
		}
		folders[folder][file.Name.Name] = append(folders[folder][file.Name.Name], file)
		return nil
	})
	all := []string{}
	for folder := range folders {
		all = append(all, folder)
	}
	sort.Strings(all)
	for _, folder := range all {
		check(strings.TrimSuffix(module+"/"+folder, "/"))
	}
}
