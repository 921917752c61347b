package main

import (
	"context"
	"os"
	"time"

	"therapeon/standin"
)

type standins struct {
	Scale  scale  `cmd:"" help:"A kitchen scale. Type a number of grams to put on it, or tare."`
	Logger logger `cmd:"" help:"A climate logger."`
}

// sends says where a device sends to.
type sends struct {
	To          string `default:"http://127.0.0.1:8317" help:"Address of the running program."`
	Token       string `env:"THERAPEON_TOKEN" help:"Its token, where the program asks who comes."`
	Fingerprint string `help:"SHA-256 of the program's own certificate, as its settings show it."`
}

func (s sends) program() *standin.Program {
	return &standin.Program{URL: s.To, Token: s.Token, Fingerprint: s.Fingerprint}
}

type scale struct {
	sends
	Name   string        `default:"Kitchen scale" help:"What it is called on the page."`
	Grams  float64       `default:"0" help:"What lies on it at first, g."`
	Noise  float64       `default:"0.05" help:"Flicker, g."`
	Drift  float64       `default:"0.02" help:"Drift, g a minute."`
	Settle time.Duration `default:"1500ms" help:"Time it takes to settle."`
	Every  time.Duration `default:"400ms" help:"Time between readings."`
	Seed   uint64        `default:"1" help:"Of the flicker."`
}

// Run streams until it is told to stop.
func (s scale) Run(ctx context.Context) error {
	now := time.Now()
	on := standin.NewScale(s.Name, s.Seed, now)
	on.NoiseG, on.DriftG, on.Settles = s.Noise, s.Drift, s.Settle
	on.Put(s.Grams, now)
	return on.Stream(ctx, s.program(), s.Every, os.Stdin, os.Stderr)
}

type logger struct {
	sends
	Place    int64         `default:"1" help:"Number of the place it hangs in."`
	Celsius  float64       `default:"20" help:"Mean of the day, °C."`
	Swing    float64       `default:"4" help:"Swing of the day either way, K."`
	Humidity float64       `default:"60" help:"Mean humidity, percent."`
	Every    time.Duration `default:"10m" help:"Time between measurements."`
	Seed     uint64        `default:"1" help:"Of the flicker."`
	CSV      int           `name:"csv" help:"Print so many days as a CSV log instead." default:"0"`
}

// Run streams until it is told to stop, or prints a log.
func (l logger) Run(ctx context.Context) error {
	on := standin.NewLogger(l.Celsius, l.Swing, l.Humidity, l.Seed)
	if l.CSV > 0 {
		return on.CSV(os.Stdout, l.CSV, time.Now())
	}
	return on.Stream(ctx, l.program(), l.Place, l.Every, os.Stderr)
}
