// Package stances names what two pages could say of one plant against each other: water it or
// not, keep the spike or cut it. Advice that takes a side carries its stance, so that no
// plant is told both.
package stances

import (
	"slices"
	"sync"

	"therapeon/core/knowledge"
)

// Stance is a side in one of the questions of the table.
type Stance string

// The stances.
const (
	Unpot       Stance = "unpot"
	Leave       Stance = "leave"
	Pot         Stance = "pot"
	Wait        Stance = "wait"
	Hold        Stance = "hold"
	House       Stance = "house"
	Water       Stance = "water"
	NoWater     Stance = "no-water"
	Feed        Stance = "feed"
	NoFeed      Stance = "no-feed"
	KeepSpike   Stance = "keep-spike"
	CutSpike    Stance = "cut-spike"
	Reservoir   Stance = "reservoir"
	NoReservoir Stance = "no-reservoir"
	Apart       Stance = "apart"
	Among       Stance = "among"
	Soak        Stance = "soak"
	NoSoak      Stance = "no-soak"
	MoistTips   Stance = "moist-tips"
	DryTips     Stance = "dry-tips"
	Divide      Stance = "divide"
	Whole       Stance = "whole"
)

// Question is one on which advice takes a side.
type Question struct {
	Question knowledge.Text `yaml:"question" json:"question" required:"true"`
	One      Stance         `yaml:"one" json:"one" required:"true"`
	Other    Stance         `yaml:"other" json:"other" required:"true"`
}

// Table lists the questions.
var Table = sync.OnceValue(func() []Question {
	var all []Question
	knowledge.MustRead("stances.yaml", &all)
	return all
})

// Against is the stance opposed to one; empty for what is none.
func Against(s Stance) Stance {
	for _, q := range Table() {
		switch s {
		case q.One:
			return q.Other
		case q.Other:
			return q.One
		}
	}
	return ""
}

// Clash holds where a stance of one list is opposed to one of another.
func Clash(one, other []Stance) bool {
	return slices.ContainsFunc(one, func(s Stance) bool { return slices.Contains(other, Against(s)) })
}
