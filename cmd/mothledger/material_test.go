package main

import (
	"encoding/json"
	"testing"
)

// TestMaterialsOnTheCommandLine asks what a material is, and how near others are for a part; the program is the
// interface here, so its JSON is held.
func TestMaterialsOnTheCommandLine(t *testing.T) {
	run(t, "", 0, "wood duck flank", "", "material", "woodduck")
	run(t, "", 0, "may be restricted", "", "material", "jungle", "cock")
	var m struct {
		Name       string
		Line       []string
		Serves     []string
		Properties map[string]float64
		Dry        string
		WetColour  string
	}
	if err := json.Unmarshal([]byte(run(t, "", 0, `"name"`, "", "material", "--json", "oval", "gold", "tinsel")), &m); err != nil || m.Name != "oval tinsel" || m.Line[1] != "tinsel" || m.Properties["sheen"] != 4 || m.Dry == m.WetColour {
		t.Errorf("%+v, %v", m, err)
	}
	run(t, "", 0, "cannot be", "", "nearness", "post", "poly yarn", "wool")
	run(t, "", 0, "a spun head flares", "", "nearness", "spun head", "deer hair", "caribou", "elk hair")
	run(t, "", 0, "", "judged by the look alone", "nearness", "gills", "hen", "wool")
	var n struct {
		Wanted, Why string
		Rows        []struct {
			Name      string
			Near      float64
			Forbidden string
			Terms     []struct{ Says string }
		}
	}
	if err := json.Unmarshal([]byte(run(t, "", 0, `"rows"`, "", "nearness", "--json", "--on", "wet", "wing", "bronze mallard", "squirrel tail", "varnish", "mottled turkey")), &n); err != nil {
		t.Fatal(err)
	}
	if len(n.Rows) != 3 || n.Rows[0].Name != "mottled turkey" || n.Rows[1].Name != "squirrel tail" || n.Rows[2].Forbidden == "" || n.Rows[0].Near <= n.Rows[1].Near || n.Rows[0].Terms[0].Says == "" {
		t.Errorf("%+v", n)
	}
}
