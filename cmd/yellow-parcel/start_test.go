package main

import (
	"bufio"
	"context"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"io"
	"math/big"
	"net"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"yellow-parcel/store"
)

// Asking how a command is used uses nothing.
func TestHelpServesNothing(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "data")
	for _, args := range [][]string{{"--help"}, {"serve", "--help", "--data", dir}, {"restore", "--help"}} {
		if code, out, problems := command(t, "", args...); code != 0 || !strings.HasPrefix(out, "Usage: yellow-parcel") || problems != "" {
			t.Errorf("%v: %d %s", args, code, problems)
		}
	}
	if _, err := store.Read(dir); err == nil {
		t.Error("a data file was made")
	}
}

// A start that cannot be says why, and what to do, in one line.
func TestAStartThatCannotBeSaysWhy(t *testing.T) {
	taken, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer taken.Close()
	dir := t.TempDir()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	for _, c := range []struct {
		args []string
		code int
		want string
	}{
		{[]string{"--listen", taken.Addr().String(), "--data", t.TempDir()}, 2, "listen: " + taken.Addr().String() + " is in use, perhaps by another Yellow Parcel; stop that one, or give another address with --listen\n"},
		{[]string{"--listen", "127.0.0.1:0", "--data", dir}, 1, "yellow-parcel: " + filepath.Join(dir, store.FileName) + " is open in another Yellow Parcel; stop that one, or give another folder with --data\n"},
		{[]string{"--listen", "192.0.2.1:1", "--passcode", "lantern week"}, 2, "listen: 192.0.2.1:1 cannot be listened on ("},
		{[]string{"--listen", "harbour"}, 2, `listen: "harbour" is not an address; try 127.0.0.1:8080` + "\n"},
	} {
		code, out, problems := command(t, "", append([]string{"serve", "--data", t.TempDir()}, c.args...)...)
		if code != c.code || !strings.HasPrefix(problems, c.want) || strings.Count(problems, "\n") != 1 || out != "" {
			t.Errorf("%v: %d %s%s", c.args, code, out, problems)
		}
	}
}

func TestACopyIsRestored(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	file := filepath.Join(t.TempDir(), "copy.db")
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := kept.Jobs.Create(ctx, store.Draft{Title: "Harbour map", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	if err := kept.Copies.Backup(ctx, file); err != nil {
		t.Fatal(err)
	}
	if err := kept.Close(); err != nil {
		t.Fatal(err)
	}
	code, out, problems := command(t, "", "restore", "--data", dir, file)
	first, rest, _ := strings.Cut(out, "\n")
	if code != 0 || !strings.HasPrefix(first, "What was there is kept as "+filepath.Join(dir, store.FileName)+".before-") || rest != "Restored from "+file+"\n" || problems != "" {
		t.Errorf("%d %s%s", code, out, problems)
	}
}

// certificate makes one for this machine, in two files.
func certificate(t *testing.T) (cert, key string, pool *x509.CertPool) {
	t.Helper()
	private, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		t.Fatal(err)
	}
	of := &x509.Certificate{SerialNumber: big.NewInt(1), NotAfter: time.Now().Add(time.Hour), IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)}, IsCA: true, BasicConstraintsValid: true}
	text, err := x509.CreateCertificate(rand.Reader, of, of, &private.PublicKey, private)
	if err != nil {
		t.Fatal(err)
	}
	keyText, err := x509.MarshalPKCS8PrivateKey(private)
	if err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	cert, key = filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	for file, block := range map[string]*pem.Block{cert: {Type: "CERTIFICATE", Bytes: text}, key: {Type: "PRIVATE KEY", Bytes: keyText}} {
		if err := os.WriteFile(file, pem.EncodeToMemory(block), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	pool = x509.NewCertPool()
	one, err := x509.ParseCertificate(text)
	if err != nil {
		t.Fatal(err)
	}
	pool.AddCert(one)
	return cert, key, pool
}

// Over a secure line the visit's cookie never goes over another; programs bring the passcode as a bearer token.
func TestASecureLine(t *testing.T) {
	cert, key, pool := certificate(t)
	ctx, stop := context.WithCancel(context.Background())
	read, write := io.Pipe()
	done := make(chan int)
	go func() {
		done <- run(ctx, []string{"serve", "--listen", "127.0.0.1:0", "--data", t.TempDir(), "--passcode", "lantern week", "--tls-cert", cert, "--tls-key", key}, streams{strings.NewReader(""), write, io.Discard})
	}()
	out := bufio.NewScanner(read)
	if !out.Scan() || !strings.HasPrefix(out.Text(), "Yellow Parcel is at https://127.0.0.1:") {
		t.Fatal(out.Text())
	}
	base := strings.TrimPrefix(out.Text(), "Yellow Parcel is at ")
	go func() {
		for out.Scan() {
			if strings.Contains(out.Text(), "Others") {
				t.Error("on this machine's own address it claims that others reach it")
			}
		}
	}()
	client := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}}, CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	answer, err := client.PostForm(base+"/sign-in", url.Values{"passcode": {"lantern week"}, "next": {"/shelf"}})
	if err != nil {
		t.Fatal(err)
	}
	_ = answer.Body.Close()
	if c := answer.Cookies(); answer.StatusCode != 303 || answer.Header.Get("Location") != "/shelf" || len(c) != 1 || !c[0].Secure || !c[0].HttpOnly {
		t.Errorf("%d %v", answer.StatusCode, c)
	}
	for word, want := range map[string]int{"lantern week": 200, "tide-table": 401} {
		r, err := http.NewRequest("GET", base+"/api/v1/jobs", nil)
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Authorization", "Bearer "+word)
		answer, err := client.Do(r)
		if err != nil {
			t.Fatal(err)
		}
		_ = answer.Body.Close()
		if answer.StatusCode != want {
			t.Errorf("%s: %d", word, answer.StatusCode)
		}
	}
	stop()
	if code := <-done; code != 0 {
		t.Errorf("it ended with %d", code)
	}
	for _, c := range []struct{ args, want string }{
		{"--passcode=short", "passcode: is too short; give one of at least 8 letters, blanks not counted\n"},
		{"--passcode=a  b  c  d  ", "passcode: is too short; "},
		{"--listen=0.0.0.0:0", "passcode: others can reach 0.0.0.0:0; give a passcode of at least 8 letters"},
		{"--tls-cert=" + cert, "tls-cert: goes with --tls-key; give both, or neither\n"},
	} {
		if code, _, problems := command(t, "", "serve", "--data", t.TempDir(), c.args); code != 2 || !strings.HasPrefix(problems, c.want) {
			t.Errorf("%s: %d %s", c.args, code, problems)
		}
	}
}
